// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cmath>
#include <span>

#include "colour/rgb.h"
#include "painting/plan.h"

namespace underpaint {

/// How near to pure black or white a pixel counts as it, in encoded units: two of 255 levels.
inline constexpr float kExtremeMargin = 2.0F / 255 + 1e-6F;

enum class Extreme { none, black, white };

constexpr Extreme extreme_of(Rgb encoded) {
    const float lowest = std::min({encoded.r, encoded.g, encoded.b});
    const float highest = std::max({encoded.r, encoded.g, encoded.b});
    if (highest <= kExtremeMargin) return Extreme::black;
    return lowest >= 1 - kExtremeMargin ? Extreme::white : Extreme::none;
}

/// Whether a point of the picture lies in one of the foci, where extremes are allowed.
inline bool in_focus(std::span<const Focus> foci, const Point& p) {
    return std::ranges::any_of(foci, [&](const Focus& focus) {
        return std::hypot(p.x - focus.centre.x, p.y - focus.centre.y) <= focus.radius;
    });
}

}  // namespace underpaint
