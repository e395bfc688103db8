// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cmath>

namespace underpaint {

// Distances are reckoned from absolute places, so that a pixel comes out the same to the bit
// whatever tile it is asked for in.

inline float smoothstep(float t) {
    t = std::clamp(t, 0.0F, 1.0F);
    return t * t * (3 - 2 * t);
}

/// smoothstep of how far `distance` squared has come from `begin` to `end`.
inline float risen(float squared, float begin, float end) {
    if (end <= begin) return squared >= end * end ? 1.0F : 0.0F;
    return smoothstep((std::sqrt(squared) - begin) / (end - begin));
}

}  // namespace underpaint
