// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <vector>

#include "raster/geometry.h"

namespace underpaint::demo {

/// One touch of a bristle brush along a bent path, in pixels.
struct Stroke {
    std::vector<Point> path;  ///< at least two points
    float radius = 4;
    float value = 0.5F;  ///< encoded grey
    float load = 1;      ///< how full the brush is, 0 dry .. 1
    int shape = 0;       ///< which part it belongs to
    std::uint32_t seed = 1;
};

/// What has been painted: values, and beside them how far each part covers each spot.
class Canvas {
public:
    Canvas(Size size, int shapes);
    Size size() const { return size_; }
    float value(int x, int y) const { return values_[at(x, y)]; }
    float cover(int shape, int x, int y) const {
        return covers_[at(x, y) * shapes_ + static_cast<std::size_t>(shape)];
    }
    void fill(float value, int shape);
    /// Lays strokes one over the other, on all cores.
    void lay(const std::vector<Stroke>& strokes);

private:
    void lay(const Stroke& stroke, int first_row, int end_row);
    std::size_t at(int x, int y) const {
        return static_cast<std::size_t>(y) * static_cast<std::size_t>(size_.width) +
               static_cast<std::size_t>(x);
    }
    Size size_;
    std::vector<float> values_;
    std::size_t shapes_;
    std::vector<float> covers_;  // shape by shape for each pixel
};

}  // namespace underpaint::demo
