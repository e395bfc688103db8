// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "raster/geometry.h"

namespace underpaint {

/// How a picture lies over the painting: mirrored and upended first, then turned, then scaled, then
/// moved.
struct Placement {
    bool mirrored = false, upended = false;
    int quarter_turns = 0;  ///< clockwise, 0..3
    double scale = 1;       ///< above 0
    double x = 0, y = 0;    ///< its top left corner, in pixels of the painting
    friend bool operator==(const Placement&, const Placement&) = default;
};

/// Maps one axis of the painting to the picture: picture = at + by x painting, in pixels.
struct AxisMap {
    double at = 0, by = 1;
};
struct PlacementMap {
    bool swapped = false;  ///< the painting's x runs along the picture's y
    AxisMap across, down;  ///< along the painting's x and y
};
PlacementMap map_of(const Placement& placement, Size picture);

}  // namespace underpaint
