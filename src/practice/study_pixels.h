// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "raster/picture.h"
#include "raster/rgb_block.h"

namespace underpaint {

// Pictures of a study as the blocks that are compared, and back; encoded sRGB.

/// A picture of 8 bits; the block may lie anywhere.
Picture picture_of(const RgbBlock& block);
RgbBlock pixels_of(const Picture& picture);

}  // namespace underpaint
