// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "raster/geometry.h"

namespace underpaint {

/// What is to be computed: a rectangle of the picture, at full size (level 0) or halved
/// `level` times, in pixels of that level.
struct View {
    int level = 0;
    Rect area;
    friend bool operator==(const View&, const View&) = default;
};

/// The deepest level at which the picture is still at least `long_side` pixels long, or 0.
constexpr int level_for(Size size, int long_side) {
    int level = 0;
    for (;; ++level) {
        const Size next = halved(size, level + 1);
        if (std::max(next.width, next.height) < long_side || next == halved(size, level))
            return level;
    }
}

}  // namespace underpaint
