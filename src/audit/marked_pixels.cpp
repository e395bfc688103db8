// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/marked_pixels.h"

#include <cmath>
#include <utility>

#include "audit/extremes.h"
#include "colour/intensity.h"
#include "render/readings.h"
#include "render/render.h"

namespace underpaint {
namespace {

SharedPicture marked(const Painting& painting, std::size_t pass, int level, bool everywhere,
                     const MarkPixels& mark, const std::stop_token& stop) {
    const Recipe recipe(painting, shrink_of_level(level));
    Picture mask(recipe.size(), Channels::grey, Depth::bits8);
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            const RgbBlock sealed = walk.state();
            walk.lay_all(0, pass);
            const RgbBlock before = walk.state();
            FloatBlock cover(before.area());
            if (walk.lay(pass) || everywhere)
                mark({sealed, before, walk.state(), recipe.shrink()}, cover);
            mask.write_channel(0, cover.area(), std::as_const(cover).samples());
        },
        stop);
    if (!whole) return nullptr;
    mask.settle();
    return share(std::move(mask));
}

}  // namespace

SharedPicture marked_by_pass(const Painting& painting, std::size_t pass, int level,
                             const MarkPixels& mark, const std::stop_token& stop) {
    return marked(painting, pass, level, false, mark, stop);
}

SharedPicture marked_after(const Painting& painting, std::size_t pass, int level,
                           const MarkPixels& mark, const std::stop_token& stop) {
    return marked(painting, pass, level, true, mark, stop);
}

void mark_foci(const PassStates& states, std::span<const Focus> foci, float mark,
               FloatBlock& cover) {
    const Rect area = cover.area();
    if (foci.empty()) return;
    for (int y = 0; y < area.height; ++y) {
        const auto row = cover.row(y);
        for (int x = 0; x < area.width; ++x)
            if (in_focus(foci,
                         {(area.x + x + 0.5) * states.shrink, (area.y + y + 0.5) * states.shrink}))
                row[static_cast<std::size_t>(x)] = mark;
    }
}

}  // namespace underpaint
