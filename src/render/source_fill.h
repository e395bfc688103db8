// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/source.h"
#include "raster/rgb_block.h"

namespace underpaint {

// The sources that are computed, for one tile seen at `shrink`. Blocks have the tile's area.

/// Grain on every channel. Seen from afar grain averages out: its strength falls with the number of
/// grains in a pixel.
void fill_grain(const Grain& grain, double shrink, RgbBlock& colour);

/// How much of the glow there is, 0..1: smoothstep from the core to the radius. False when there is
/// none in the whole tile.
bool fill_glow(const Glow& glow, double shrink, FloatBlock& coverage);

/// How much of the vignette, 0..1: smoothstep from inner to outer, along ellipses of the painting's
/// shape, a corner being at 1.
bool fill_vignette(const Vignette& vignette, Size painting, double shrink, FloatBlock& coverage);

}  // namespace underpaint
