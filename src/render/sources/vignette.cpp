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
    // In these units the corners of the painting are at distance 1 from its centre.
    const auto unit = [&](int v, int length) {
        return static_cast<float>(((v + 0.5) * shrink / length * 2 - 1) * std::sqrt(0.5));
    };
    fill_risen(
        coverage, Rise(vignette.inner, vignette.outer),
        [&](int x) { return unit(x, painting.width); },
        [&](int y) { return unit(y, painting.height); });
    const bool any = std::ranges::any_of(coverage.samples(), [](float share) { return share > 0; });
    return any ? Cover::some : Cover::none;
}

}  // namespace underpaint
