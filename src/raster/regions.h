// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <vector>

#include "raster/geometry.h"

namespace underpaint {

/// Pixels that hang together, by their sides or corners.
struct Region {
    int label = 0;  ///< in Regions::labels
    std::int64_t area = 0;
    Rect bounds;
};

/// The regions of a yes-or-no picture, the largest first.
struct Regions {
    Size size;
    std::vector<std::int32_t> labels;  ///< row by row; 0: no region
    std::vector<Region> regions;
};

/// `inside` holds size.area() bytes, row by row; any but 0 is inside.
Regions find_regions(Size size, const std::vector<std::uint8_t>& inside);

}  // namespace underpaint
