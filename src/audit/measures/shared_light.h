// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <span>

#include "audit/finding_kind.h"
#include "audit/measures/part_colours.h"

namespace underpaint {

/// Whether all parts stand in one light: the mean cosine, over all pairs of parts, between their
/// shifts of OKLab a and b from shadow to light, each pair weighted by the product of
/// s / (s + kHalfShift) of both shifts' lengths s. -1..1; nothing without two parts that have
/// lights and shadows, or where the weights' mean is under kLeastWeight.
std::optional<double> shared_light(std::span<const PartColours> parts);
/// The part whose shift agrees least with those of the others; nothing where of two neither does.
std::optional<PartId> least_in_light(std::span<const PartColours> parts);

/// A shift of this length, in OKLab, weighs half; shorter ones are hardly to be seen.
inline constexpr double kHalfShift = 0.02;
/// Shifts of some 0.009 in all parts.
inline constexpr double kLeastWeight = 0.1;
/// From where on parts stand in one light, as far as a picture with two lights can, and under what
/// they don't: shifts of 73 and of 90 degrees between them. This program's own limits.
inline constexpr double kSharesLight = 0.3, kNoSharedLight = 0;

inline constexpr FindingCode kLightDiffers{"light-differs"};
inline constexpr std::array kSharedLightCodes{kLightDiffers};

}  // namespace underpaint
