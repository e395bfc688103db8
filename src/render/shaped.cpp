// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/shaped.h"

#include <algorithm>

#include "painting/stage.h"

namespace underpaint {

SharedPicture shaped_underpaint(const Painting& painting, const std::stop_token& stop,
                                const Progress& progress) {
    if (std::ranges::all_of(painting.values, [](const Pass& p) { return p.does_nothing(); }))
        return painting.underpaint;
    const Painting values = staged(painting, Stage::values);
    const Picture& base = painting.underpaint->base();
    Picture result(base.size(), base.channels(), base.depth());
    const Recipe recipe(values);
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            walk.lay_all(0, values.passes.size());
            if (has_colour(base.channels()))
                result.write_rgb(walk.state());
            else  // no value pass brings colour
                result.write_channel(0, walk.state().area(), walk.state().all().g);
        },
        stop, progress);
    if (!whole) return nullptr;
    result.settle();
    return share(std::move(result));
}

}  // namespace underpaint
