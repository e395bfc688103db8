// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/source_tile.h"
#include "render/sources/falloff.h"

namespace underpaint {

void prepare_source(const Vignette&, const SourceNeeds&, ReadyPass&) {}

/// Its alpha is a smoothstep from inner to outer, along ellipses of the painting's shape, a corner
/// being at 1.
Cover fill(const Vignette& vignette, SourceTile& to) {
    to.one_colour = vignette.colour;
    FloatBlock& coverage = to.alpha;
    const Size painting = to.recipe.painting().size();
    const double shrink = to.recipe.shrink();
    const Rect& tile = coverage.area();
    // In these units the corners of the painting lie at a distance of 1 from its middle.
    const auto unit = [&](int v, int length) {
        return static_cast<float>(((v + 0.5) * shrink / length * 2 - 1) * std::sqrt(0.5));
    };
    bool any = false;
    for (int y = 0; y < tile.height; ++y) {
        const auto row = coverage.row(y);
        const float dy = unit(tile.y + y, painting.height);
        for (int x = 0; x < tile.width; ++x) {
            const float dx = unit(tile.x + x, painting.width);
            float& share = row[static_cast<std::size_t>(x)];
            share = risen(dx * dx + dy * dy, vignette.inner, vignette.outer);
            any = any || share > 0;
        }
    }
    return any ? Cover::some : Cover::none;
}

}  // namespace underpaint
