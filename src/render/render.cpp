// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/render.h"

#include <tbb/parallel_for.h>

#include <mutex>

#include "render/tile_walk.h"

namespace underpaint {
namespace {

void walk_to(TileWalk& walk, std::size_t upto) {
    for (std::size_t i = 0; i < upto; ++i) walk.lay(i);
}

}  // namespace

bool for_each_tile(Size picture, const std::function<void(int, const Rect&)>& work,
                   const std::stop_token& stop, const Progress& progress) {
    const TileGrid grid{picture};
    int done = 0;
    std::mutex telling;
    tbb::parallel_for(0, grid.count(), [&](int index) {
        if (stop.stop_requested()) return;
        work(index, grid.tile(index));
        if (!progress) return;
        const std::scoped_lock lock(telling);
        progress(static_cast<float>(++done) / static_cast<float>(grid.count()));
    });
    return !stop.stop_requested();
}

std::optional<RgbBlock> render_view(const Painting& painting, std::size_t upto, const View& view,
                                    const std::stop_token& stop) {
    RgbBlock result(view.area);
    const bool whole = for_each_tile(
        view.area.size(),
        [&](int, const Rect& tile) {
            const Rect where{tile.x + view.area.x, tile.y + view.area.y, tile.width, tile.height};
            TileWalk walk(painting, view.level, where);
            walk_to(walk, upto);
            const auto skip = static_cast<std::size_t>(tile.x);
            for (int y = 0; y < tile.height; ++y) {
                const ConstRgbRow from = walk.state().row(y);
                const RgbRow to = result.row(tile.y + y);
                std::ranges::copy(from.r, to.r.subspan(skip).begin());
                std::ranges::copy(from.g, to.g.subspan(skip).begin());
                std::ranges::copy(from.b, to.b.subspan(skip).begin());
            }
        },
        stop);
    if (!whole) return std::nullopt;
    return result;
}

std::optional<Picture> render_picture(const Painting& painting, std::size_t upto, Depth depth,
                                      const std::stop_token& stop, const Progress& progress) {
    Picture result(painting.size(), Channels::rgb, depth);
    const bool whole = for_each_tile(
        painting.size(),
        [&](int, const Rect& tile) {
            TileWalk walk(painting, 0, tile);
            walk_to(walk, upto);
            for (int y = 0; y < tile.height; ++y) {
                const ConstRgbRow row = walk.state().row(y);
                result.write_channel(0, tile.x, tile.y + y, row.r);
                result.write_channel(1, tile.x, tile.y + y, row.g);
                result.write_channel(2, tile.x, tile.y + y, row.b);
            }
        },
        stop, progress);
    if (!whole) return std::nullopt;
    return result;
}

}  // namespace underpaint
