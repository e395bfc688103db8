// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/painting.h"
#include "raster/turn.h"

namespace underpaint {

/// The whole painting turned or mirrored: its pictures, masks, seals, foci, and whatever passes lay
/// at a place of it.
Painting turned(const Painting& painting, Turn turn);

}  // namespace underpaint
