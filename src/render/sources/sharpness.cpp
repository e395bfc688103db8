// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <utility>

#include "render/source_tile.h"

namespace underpaint {

void prepare_source(const Sharpness& sharpness, const SourceNeeds& needs, ReadyPass& ready) {
    ready.blurred = &needs.inputs.blurred(needs.painting.ground(), sharpness.radius);
    ready.idle = ready.idle || sharpness.amount == 0;
}

Cover fill(const Sharpness& sharpness, SourceTile& tile) {
    const Rect& area = tile.state.area();
    RgbBlock& blurred = tile.scratch;
    blurred.reshape(area);
    tile.ready.blurred->inside(area).read_rgb(blurred);
    tile.recipe.ground().inside(area).read_rgb(tile.colour);
    const auto mix = [&](std::span<float> to, std::span<const float> below,
                         std::span<const float> smooth) {
        for (std::size_t i = 0; i < to.size(); ++i)
            to[i] = std::clamp(below[i] + sharpness.amount * (to[i] - smooth[i]), 0.0F, 1.0F);
    };
    const RgbRow to = tile.colour.all();
    const ConstRgbRow below = tile.state.all(), smooth = std::as_const(blurred).all();
    mix(to.r, below.r, smooth.r);
    mix(to.g, below.g, smooth.g);
    mix(to.b, below.b, smooth.b);
    return Cover::all;
}

}  // namespace underpaint
