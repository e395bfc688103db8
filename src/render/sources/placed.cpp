// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/source_tile.h"

namespace underpaint {

void prepare_source(const Placed& placed, const SourceNeeds& needs, ReadyPass& ready) {
    ready.pixels = &needs.inputs.seen(placed.pixels, placed.placement);
}

Cover fill(const Placed&, SourceTile& tile) {
    return tile.ready.pixels->read(tile.colour, tile.alpha);
}

bool may_cover(const Placed&, const ReadyPass& ready, double, const Rect& tile) {
    return ready.pixels->may_cover(tile);
}

}  // namespace underpaint
