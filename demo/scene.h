// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>

#include "vec.h"

namespace underpaint::demo {

/// What a spot of the picture belongs to; becomes the demo's parts.
enum class Shape : std::uint8_t { sky, ridge, salt, pools, mill, cart, lantern };
inline constexpr int kShapes = 7;

/// One spot of the picture as the painter sees it.
struct Spot {
    Shape shape = Shape::sky;
    float light = 0;                 ///< luminance 0..1
    float grain_x = 1, grain_y = 0;  ///< the way a stroke would follow the form, on screen
    float detail = 0;                ///< 0 far and soft .. 1 close and crisp
};

/// Salt cart at dusk: looks through (u, v), both -1..1 across the longer side, v up.
Spot look(float u, float v);

/// Where the lantern is seen, in the same coordinates, and how wide it is.
struct Seen {
    float u, v, radius;
};
Seen lantern_seen();

}  // namespace underpaint::demo
