// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/probe.h"

#include "render/tile_walk.h"

namespace underpaint {

Probe probe(const Painting& painting, std::size_t upto, Pixel at) {
    const Recipe recipe(painting);
    TileWalk walk(recipe, {at.x, at.y, 1, 1});
    Probe result;
    result.sealed = walk.state().row(0)[0];
    walk.lay_all(0, upto);
    result.now = walk.state().row(0)[0];
    float most = 0.5F;
    for (const Part& part : painting.parts) {
        if (part.hidden) continue;
        float cover = 0;
        part.mask->base().read_channel(0, at.x, at.y, std::span(&cover, 1));
        if (cover < most) continue;
        most = cover;
        result.part = &part;
    }
    return result;
}

}  // namespace underpaint
