// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/source_tile.h"

namespace underpaint {

void prepare_source(const Underpaint&, const SourceNeeds&, ReadyPass&) {}

Cover fill(const Underpaint&, SourceTile& tile) {
    tile.recipe.ground().inside(tile.state.area()).read_rgb(tile.colour);
    return Cover::all;
}

}  // namespace underpaint
