// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "raster/geometry.h"

namespace underpaint {

/// A place meant to draw the eye: a disc, in pixels of the picture.
struct Focus {
    std::string name;
    Point centre;
    double radius = 0;
    friend bool operator==(const Focus&, const Focus&) = default;
};

/// What the painter means the picture to be.
struct Plan {
    std::vector<Focus> foci;  ///< the first one leads
    friend bool operator==(const Plan&, const Plan&) = default;
};

}  // namespace underpaint
