// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/read_rows.h"
#include "blend/table_rows.h"
#include "render/source_tile.h"
#include "render/tile_walk.h"

namespace underpaint {

void prepare_source(const GradientMap& map, const SourceNeeds&, ReadyPass& ready) {
    const auto tables = tables_of(map.stops, map.mixing, ready.pass->tune);
    ready.tables.assign(tables.begin(), tables.end());
}

Cover fill(const GradientMap& map, SourceTile& tile) {
    const auto at = tile.alpha.samples();  // lent: the map covers everything
    if (map.of == MapOf::seal) {
        const auto steps = std::as_const(tile.walk.sealed_steps()).samples();
        std::ranges::transform(steps, at.begin(),
                               [](float s) { return lightness_of_step(s) * 0.01F; });
    } else {
        read_row(Reader::lightness, tile.state.all(), at);
        for (float& v : at) v *= 0.01F;
    }
    const RgbRow to = tile.colour.all();
    table_row(tile.ready.tables[0], at, to.r);
    table_row(tile.ready.tables[1], at, to.g);
    table_row(tile.ready.tables[2], at, to.b);
    return Cover::all;
}

}  // namespace underpaint
