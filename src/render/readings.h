// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/reader.h"
#include "raster/picture.h"

namespace underpaint {

// What is read off the pixels of a block, one figure a pixel.

/// Steps (1-9), by a reader.
FloatBlock steps_of(const RgbBlock& pixels, Reader reader);
/// The same of a whole picture.
FloatBlock steps_of(const Picture& picture, Reader reader);
/// Signed warmth; see warmth().
FloatBlock warmth_of(const RgbBlock& pixels);

/// See ColourReadings.
struct ColourBlocks {
    FloatBlock warmth, a, b, intensity;
};
/// Steps and colours at once; memory is kept from call to call.
void read_colours(const RgbBlock& pixels, Reader reader, FloatBlock& steps, ColourBlocks& colours);
/// The same, and the pixels in linear light.
void read_colours_and_light(const RgbBlock& pixels, Reader reader, FloatBlock& steps,
                            ColourBlocks& colours, RgbBlock& linear);
/// The colours of pixels in linear light; likewise.
void read_colours_of_light(const RgbBlock& linear, ColourBlocks& colours);
/// Steps, and the pixels in linear light; likewise.
void read_light(const RgbBlock& pixels, Reader reader, FloatBlock& steps, RgbBlock& linear);

}  // namespace underpaint
