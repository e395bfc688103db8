// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <optional>
#include <stop_token>

#include "painting/painting.h"

namespace underpaint {

/// The tones of shadow, half and light of an area: the 10th, 50th and 90th percentile of its sealed
/// steps, in L* 0..100. Nearest rank.
struct TonePlaces {
    std::array<float, kTones.size()> lightness{};
    friend bool operator==(const TonePlaces&, const TonePlaces&) = default;
};

/// The tones of each part and of the whole picture; a part that covers no pixel by half has none.
struct PlanPlaces {
    std::map<PartId, TonePlaces> parts;
    TonePlaces whole;
};
/// Read from every pixel of the seal. Nothing when stopped.
std::optional<PlanPlaces> plan_places(const Painting& painting, const std::stop_token& stop = {});

/// A planned part as a gradient over sealed lightness: each tone at its place, as light as that
/// place, its hue and chroma the plan's, with the mother's share. Tones at one place are one. Empty
/// where nothing is planned.
GradientStops stops_of(const PlannedPart& planned, const TonePlaces& places,
                       const Palette& palette);

/// The painting with its colour plan laid as a group of passes: a gradient map of the seal for each
/// planned part, in the order of the parts, that keeps every value. Laid again it takes the place
/// of what it was laid as before; the group's name, strength and switch stay. A plan that says
/// nothing lays nothing.
Painting with_plan_laid(Painting painting, const PlanPlaces& places);

inline constexpr std::string_view kPlanGroupName = "Colour plan";

}  // namespace underpaint
