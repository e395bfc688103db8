// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <span>
#include <string>

#include "colour/reader.h"
#include "palette/extraction.h"
#include "palette/plan_passes.h"

namespace underpaint {

/// A colour plan made by rules, and why each part got its colours.
struct SuggestedPlan {
    ColourPlan plan;
    std::map<PartId, std::string> reasons;  ///< a sentence each
};

/// Plans every part that covers something (the whole picture where there are no parts) from the
/// palette. For each tone the colour that costs least, where the cost of a colour is
///   its distance from the tone's place in steps,
///   plus kWrongSide where the brief wants warm lights and a light's colour is cool or a shadow's
///   warm (cool lights likewise), by how far it is beyond the palette's middle warmth,
///   plus kAccentCost for an accent, unless the part takes less than kAccentPart of the picture,
///   plus up to kUnlikeReferences where references have other colours at that value: in full from
///   kNearColour on, by how far its OKLab a, b are from the nearest colour that a reference has
///   within kReferenceSteps of the tone; nothing where no reference has a colour there.
/// Ties go to the earlier colour. A plan that was laid keeps its group. Without colours the plan
/// stays empty.
/// \param references colours of the brief's references; see palette_of()
SuggestedPlan suggest_plan(const Painting& painting, const PlanPlaces& places, Reader reader,
                           std::span<const Swatch> references = {});

inline constexpr double kUnlikeReferences = 1.5;  ///< steps
inline constexpr double kReferenceSteps = 1.5;
inline constexpr double kWrongSide = 1.5;    ///< steps, for the warmest or coolest colour
inline constexpr double kAccentCost = 3;     ///< steps
inline constexpr double kAccentPart = 0.03;  ///< share of the picture

}  // namespace underpaint
