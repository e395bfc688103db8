// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cmath>
#include <optional>

#include "raster/geometry.h"
#include "raster/rgb_block.h"

namespace underpaint {

inline double distance(const Point& a, const Point& b) {
    const double x = a.x - b.x, y = a.y - b.y;
    return std::sqrt(x * x + y * y);
}

/// 95th minus 5th percentile of step inside a disc, each to 1/1000 step; nothing when no pixel
/// centre lies in it.
std::optional<double> disc_contrast(const FloatBlock& steps, const Point& centre, double radius);
/// The mean step there.
std::optional<double> disc_mean(const FloatBlock& steps, const Point& centre, double radius);

}  // namespace underpaint
