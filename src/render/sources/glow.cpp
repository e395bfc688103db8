// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/source_tile.h"
#include "render/sources/falloff.h"

namespace underpaint {

void prepare_source(const Glow&, const SourceNeeds&, ReadyPass&) {}

/// Its alpha is a smoothstep from the core to the radius.
Cover fill(const Glow& glow, SourceTile& to) {
    to.one_colour = glow.colour;
    FloatBlock& coverage = to.alpha;
    const double shrink = to.recipe.shrink();
    const Rect& tile = coverage.area();
    const auto radius = static_cast<float>(glow.radius / shrink);
    const double cx = glow.centre.x / shrink - 0.5, cy = glow.centre.y / shrink - 0.5;
    const double beside_x = cx - std::clamp<double>(cx, tile.x, tile.right());
    const double beside_y = cy - std::clamp<double>(cy, tile.y, tile.bottom());
    if (std::hypot(beside_x, beside_y) > radius + 1) return Cover::none;
    for (int y = 0; y < tile.height; ++y) {
        const auto row = coverage.row(y);
        const auto dy = static_cast<float>(tile.y + y - cy);
        for (int x = 0; x < tile.width; ++x) {
            const auto dx = static_cast<float>(tile.x + x - cx);
            row[static_cast<std::size_t>(x)] =
                1 - risen(dx * dx + dy * dy, glow.core * radius, radius);
        }
    }
    return Cover::some;
}

}  // namespace underpaint
