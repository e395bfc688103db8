// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>

#include "audit/measures/part_colours.h"

namespace underpaint {

/// Whether all parts stand in one light: the mean cosine, over all pairs of parts, between their
/// shifts of OKLab a and b from shadow to light. -1..1; nothing with fewer than two parts that
/// shift.
std::optional<double> shared_light(std::span<const PartColours> parts);
/// The part whose shift agrees least with those of the others; nothing where of two neither does.
std::optional<PartId> least_in_light(std::span<const PartColours> parts);

/// Shifts under this, in OKLab, have no direction.
inline constexpr double kLeastShift = 0.004;
/// From where on parts stand in one light, as far as a picture with two lights can, and under what
/// they don't: shifts of 73 and of 90 degrees between them. This program's own limits.
inline constexpr double kSharesLight = 0.3, kNoSharedLight = 0;

}  // namespace underpaint
