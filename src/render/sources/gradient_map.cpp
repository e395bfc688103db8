// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/read_rows.h"
#include "blend/table_rows.h"
#include "render/source_tile.h"
#include "render/tile_walk.h"

namespace underpaint {

void prepare_source(const GradientMap& map, const SourceNeeds&, ReadyPass& ready) {
    ready.gradient = table_of(map.stops, map.mixing, ready.pass->tune);
}

Cover fill(const GradientMap& map, SourceTile& tile) {
    // Borrowed as the place of each pixel: the map covers everything.
    const auto at = tile.alpha.samples();
    if (map.of == MapOf::seal) {
        const auto steps = std::as_const(tile.walk.sealed_steps()).samples();
        std::ranges::transform(steps, at.begin(),
                               [](float s) { return lightness_of_step(s) * 0.01F; });
    } else {
        read_row(Reader::lightness, tile.state.all(), at);
        for (float& v : at) v *= 0.01F;
    }
    table_row(*tile.ready.gradient, at, tile.colour.all());
    return Cover::all;
}

}  // namespace underpaint
