// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/table_rows.h"
#include "render/source_tile.h"

namespace underpaint {

void prepare_source(const Curve& curve, const SourceNeeds&, ReadyPass& ready) {
    for (const CurvePoints* own : {&curve.red, &curve.green, &curve.blue})
        ready.tables.push_back(table_of(curve.all, *own));
}

Cover fill(const Curve&, SourceTile& tile) {
    const ConstRgbRow from = tile.state.all();
    const RgbRow to = tile.colour.all();
    table_row(tile.ready.tables[0], from.r, to.r);
    table_row(tile.ready.tables[1], from.g, to.g);
    table_row(tile.ready.tables[2], from.b, to.b);
    return Cover::all;
}

}  // namespace underpaint
