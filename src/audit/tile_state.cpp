// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/tile_state.h"

#include <algorithm>
#include <utility>

namespace underpaint {

float meant(Intent intent, float move) {
    switch (intent) {
        case Intent::keep: return 0;
        case Intent::deepen: return std::min(move, 0.0F);
        case Intent::lift: return std::max(move, 0.0F);
        case Intent::reshape: return move;
    }
    return 0;
}

void find_foci(TileState& tile, const Painting& painting, double scale) {
    const Rect& area = tile.area;
    tile.in_focus.reshape(area);
    tile.has_focus = false;
    std::ranges::fill(tile.in_focus.samples(), 0.0F);
    for (const Focus& focus : painting.plan.foci) {
        const Point centre{focus.centre.x * scale, focus.centre.y * scale};
        const double radius = focus.radius * scale;
        if (centre.x + radius < area.x || centre.x - radius > area.right() ||
            centre.y + radius < area.y || centre.y - radius > area.bottom())
            continue;
        for (int y = 0; y < area.height; ++y) {
            const auto row = tile.in_focus.row(y);
            for (int x = 0; x < area.width; ++x)
                if (distance({area.x + x + 0.5, area.y + y + 0.5}, centre) <= radius)
                    row[static_cast<std::size_t>(x)] = 1, tile.has_focus = true;
        }
    }
}

void find_lights(TileState& tile, const TileSplits& splits,
                 const std::function<bool(std::size_t part, FloatBlock& cover)>& cover) {
    const auto sealed = std::as_const(tile.sealed).samples();
    for (FloatBlock* block : {&tile.lights, &tile.shadows}) block->reshape(tile.area);
    const auto lights_from = static_cast<float>(splits.whole.lights_from);
    const auto shadows_below = static_cast<float>(splits.whole.shadows_below);
    for (std::size_t i = 0; i < sealed.size(); ++i) {
        tile.lights.samples()[i] = sealed[i] >= lights_from ? 1.0F : 0.0F;
        tile.shadows.samples()[i] = sealed[i] < shadows_below ? 1.0F : 0.0F;
    }
    tile.parts.clear();
    for (std::size_t part = 0; part < splits.parts.size(); ++part) {
        PartOnTile on{part, FloatBlock(tile.area), FloatBlock(tile.area)};
        if (!cover(part, on.lights)) continue;
        const auto split = static_cast<float>(splits.parts[part]);
        for (std::size_t i = 0; i < sealed.size(); ++i)
            if (sealed[i] < split) std::swap(on.lights.samples()[i], on.shadows.samples()[i]);
        tile.parts.push_back(std::move(on));
    }
}

}  // namespace underpaint
