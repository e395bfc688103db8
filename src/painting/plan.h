// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "painting/shape_splits.h"
#include "raster/geometry.h"

namespace underpaint {

/// A place meant to draw the eye: a disc, in pixels of the picture.
struct Focus {
    std::string name;
    Point centre;
    double radius = 0;
    friend bool operator==(const Focus&, const Focus&) = default;
};

/// The radius of a focus that nobody has sized yet, as a share of the picture's long side.
inline constexpr double kUsualFocus = 0.06;

/// What the painter means the picture to be.
struct Plan {
    std::vector<Focus> foci;  ///< the first one leads
    ShapeSplits splits;
    friend bool operator==(const Plan&, const Plan&) = default;
};

}  // namespace underpaint
