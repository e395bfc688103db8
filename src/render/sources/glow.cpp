// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/source_tile.h"
#include "render/sources/falloff.h"

namespace underpaint {

void prepare_source(const Glow&, const SourceNeeds&, ReadyPass&) {}

namespace {

/// A glow at a shrink; its centre as pixels count, whose middles lie at whole numbers here.
struct Disc {
    double x, y;
    float radius;
    Disc(const Glow& glow, double shrink)
        : x(glow.centre.x / shrink - 0.5),
          y(glow.centre.y / shrink - 0.5),
          radius(static_cast<float>(glow.radius / shrink)) {}
    bool meets(const Rect& tile) const {
        const double beside_x = x - std::clamp<double>(x, tile.x, tile.right());
        const double beside_y = y - std::clamp<double>(y, tile.y, tile.bottom());
        return std::hypot(beside_x, beside_y) <= radius + 1;
    }
};

}  // namespace

bool may_cover(const Glow& glow, const ReadyPass&, double shrink, const Rect& tile) {
    return Disc(glow, shrink).meets(tile);
}

/// Its alpha is a smoothstep from the core to the radius.
Cover fill(const Glow& glow, SourceTile& to) {
    to.one_colour = glow.colour;
    FloatBlock& coverage = to.alpha;
    const Disc disc(glow, to.recipe.shrink());
    if (!disc.meets(coverage.area())) return Cover::none;
    fill_risen(
        coverage, Rise(glow.core * disc.radius, disc.radius),
        [&](int x) { return static_cast<float>(x - disc.x); },
        [&](int y) { return static_cast<float>(y - disc.y); });
    for (float& share : coverage.samples()) share = 1 - share;
    return Cover::some;
}

}  // namespace underpaint
