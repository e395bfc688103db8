// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/source_tile.h"

namespace underpaint {

void prepare_source(const Tint&, const SourceNeeds&, ReadyPass&) {}

Cover fill(const Tint& tint, SourceTile& tile) {
    tile.one_colour = tint.colour;
    return Cover::all;
}

}  // namespace underpaint
