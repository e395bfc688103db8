// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/render.h"

#include <tbb/enumerable_thread_specific.h>

#include <mutex>

#include "raster/in_parallel.h"
#include "render/cores.h"
#include "render/tiles.h"

namespace underpaint {

bool walk_tiles(const Recipe& recipe, const Rect& area,
                const std::function<void(TileWalk&, int)>& work, const std::stop_token& stop,
                const Progress& progress, int strip_rows) {
    const TilesOf tiles(area);
    tbb::enumerable_thread_specific<TileWalk> walks([&] { return TileWalk(recipe); });
    int done = 0;
    std::mutex telling;
    in_parallel(0, tiles.count(), [&](int index) {
        if (stop.stop_requested()) return;
        TileWalk& walk = walks.local();
        for_each_strip(
            tiles.tile(index),
            [&](const Rect& strip) {
                give_way_to_frames();
                if (stop.stop_requested()) return;
                walk.begin(strip);
                work(walk, index);
            },
            strip_rows);
        if (!progress || stop.stop_requested()) return;
        const std::scoped_lock lock(telling);
        progress(static_cast<float>(++done) / static_cast<float>(tiles.count()));
    });
    return !stop.stop_requested();
}

bool walk_tiles(const Recipe& recipe, const std::function<void(TileWalk&, int)>& work,
                const std::stop_token& stop, const Progress& progress) {
    return walk_tiles(recipe, rect_of(recipe.size()), work, stop, progress);
}

int tile_count(const Rect& area) {
    return TilesOf(area).count();
}

std::optional<RgbBlock> render_view(const Painting& painting, std::size_t upto, const View& view,
                                    const std::stop_token& stop) {
    const Recipe recipe(painting, view.shrink);
    RgbBlock result(view.area);
    const auto work = [&](TileWalk& walk, int) {
        walk.lay_all(0, upto);
        copy_overlap(result, walk.state());
    };
    if (!walk_tiles(recipe, view.area, work, stop)) return std::nullopt;
    return result;
}

std::optional<std::vector<RgbBlock>> render_states(const Painting& painting, const View& view,
                                                   const std::stop_token& stop) {
    const Recipe recipe(painting, view.shrink);
    std::vector<RgbBlock> states(painting.passes.size() + 1, RgbBlock(view.area));
    const auto work = [&](TileWalk& walk, int) {
        copy_overlap(states[0], walk.state());
        for (std::size_t i = 0; i < painting.passes.size(); ++i) {
            walk.lay(i);
            copy_overlap(states[i + 1], walk.state());
        }
    };
    if (!walk_tiles(recipe, view.area, work, stop)) return std::nullopt;
    return states;
}

bool render_into(Picture& result, const Painting& painting, std::size_t upto,
                 const std::stop_token& stop, const Progress& progress) {
    const Recipe recipe(painting);
    const auto work = [&](TileWalk& walk, int) {
        walk.lay_all(0, upto);
        result.write_rgb(walk.state());
    };
    return walk_tiles(recipe, work, stop, progress);
}

std::optional<Picture> render_picture(const Painting& painting, std::size_t upto, Depth depth,
                                      const std::stop_token& stop, const Progress& progress) {
    Picture result(painting.size(), Channels::rgb, depth);
    if (!render_into(result, painting, upto, stop, progress)) return std::nullopt;
    return result;
}

}  // namespace underpaint
