// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>

#include "raster/rgb_block.h"
#include "raster/tile_plane.h"
#include "render/render.h"

namespace underpaint {

/// The tiles that a rectangle touches, cut to it, row by row. They lie on the grid that pictures
/// are stored in, so that no two threads write to one tile.
class TilesOf {
public:
    explicit TilesOf(const Rect& area)
        : area_(area),
          left_(area.x / kTileSide),
          top_(area.y / kTileSide),
          columns_(area.empty() ? 0 : (area.right() - 1) / kTileSide - left_ + 1),
          rows_(area.empty() ? 0 : (area.bottom() - 1) / kTileSide - top_ + 1) {}

    int count() const { return columns_ * rows_; }
    Rect tile(int index) const {
        return intersection(area_, {(left_ + index % columns_) * kTileSide,
                                    (top_ + index / columns_) * kTileSide, kTileSide, kTileSide});
    }

private:
    Rect area_;
    int left_, top_, columns_, rows_;
};

template <class Work>
void for_each_strip(const Rect& tile, Work work, int rows = kStripRows) {
    for (int y = tile.y; y < tile.bottom(); y += rows)
        work(Rect{tile.x, y, tile.width, std::min(rows, tile.bottom() - y)});
}

/// Copies the pixels that two blocks have in common.
inline void copy_overlap(RgbBlock& to, const RgbBlock& from) {
    const Rect common = intersection(to.area(), from.area());
    const auto width = static_cast<std::size_t>(common.width);
    const auto cut = [&](auto row, const Rect& area) {
        return row.subspan(static_cast<std::size_t>(common.x - area.x), width);
    };
    for (int y = common.y; y < common.bottom(); ++y) {
        const ConstRgbRow a = from.row(y - from.area().y);
        const RgbRow b = to.row(y - to.area().y);
        std::ranges::copy(cut(a.r, from.area()), cut(b.r, to.area()).begin());
        std::ranges::copy(cut(a.g, from.area()), cut(b.g, to.area()).begin());
        std::ranges::copy(cut(a.b, from.area()), cut(b.b, to.area()).begin());
    }
}

}  // namespace underpaint
