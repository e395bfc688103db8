// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cmath>

#include "raster/geometry.h"

namespace underpaint {

/// The request for pixels: a rectangle of the painting, so small that each pixel of the view stands
/// for `shrink` pixels of the painting each way. 1 is full size, powers of two are halvings, any
/// other above 1 is the painting as large as a screen shows it.
struct View {
    double shrink = 1;
    Rect area;
    friend bool operator==(const View&, const View&) = default;
};

/// The shrink of a painting halved `level` times.
constexpr double shrink_of_level(int level) {
    return static_cast<double>(std::int64_t{1} << level);
}

/// The size of the whole painting at a shrink; the last pixels may stand for less than a whole one.
inline Size size_at(Size painting, double shrink) {
    const auto length = [&](int v) {
        return std::max(1, static_cast<int>(std::ceil(v / shrink - 1e-9)));
    };
    return {length(painting.width), length(painting.height)};
}

/// The area of a view at a shrink that a change of the painting may touch, with what resampling
/// reads.
inline Rect touched_by(const Rect& changed, double shrink) {
    const auto at = [&](int v) { return static_cast<int>(std::floor(v / shrink)); };
    const int left = at(changed.x) - 2, top = at(changed.y) - 2;
    return {left, top, at(changed.right()) + 3 - left, at(changed.bottom()) + 3 - top};
}

/// All of the painting at a shrink.
inline View whole_at(Size painting, double shrink) {
    return {shrink, rect_of(size_at(painting, shrink))};
}

/// The deepest level at which the picture is still at least `long_side` pixels long, or 0.
constexpr int level_for(Size size, int long_side) {
    int level = 0;
    for (;; ++level) {
        const Size next = halved(size, level + 1);
        if (std::max(next.width, next.height) < long_side || next == halved(size, level))
            return level;
    }
}

/// The level whose pixels are those seen at `shrink`, or -1 when there is none.
inline int level_at(double shrink) {
    const int level = std::ilogb(shrink);
    return shrink >= 1 && shrink_of_level(level) == shrink ? level : -1;
}

}  // namespace underpaint
