// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/source_tile.h"

namespace underpaint {

void prepare_source(const Painted& painted, const SourceNeeds& needs, ReadyPass& ready) {
    ready.pixels =
        &needs.inputs.seen(painted.pixels, {.x = double(painted.x), .y = double(painted.y)});
}

Cover fill(const Painted&, SourceTile& tile) {
    return tile.ready.pixels->read(tile.colour, tile.alpha);
}

bool may_cover(const Painted&, const ReadyPass& ready, double, const Rect& tile) {
    return ready.pixels->may_cover(tile);
}

}  // namespace underpaint
