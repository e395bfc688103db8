// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/reach_of.h"

#include <utility>

#include "render/render.h"

namespace underpaint {

std::optional<Picture> reach_of(const Painting& painting, std::size_t index, const View& view,
                                const std::stop_token& stop) {
    Painting plain = painting;
    Pass& pass = plain.passes[index];
    pass.source = Tint{};
    pass.strength = 1;
    pass.on = true;
    pass.group = kNoGroup;
    Picture mask(view.area.size(), Channels::grey, Depth::bits8);
    const Recipe recipe(plain, view.shrink);
    const bool whole = walk_tiles(
        recipe, view.area,
        [&](TileWalk& walk, int) {
            if (walk.lay(index))
                mask.write_channel(0, walk.coverage().area(),
                                   std::as_const(walk.coverage()).samples());
        },
        stop);
    if (!whole) return std::nullopt;
    mask.settle();
    return mask;
}

}  // namespace underpaint
