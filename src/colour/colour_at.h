// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/reader.h"
#include "colour/rgb.h"

namespace underpaint {

/// The colour of an OKLCh hue (degrees), at a lightness by a reader (0..100) and an intensity
/// (0..1).
Rgb colour_at(float hue, float light, float intensity, Reader reader = Reader::lightness);
/// The same by its OKLCh chroma, or as much of it as sRGB has there.
Rgb colour_of_chroma(float hue, float light, float chroma, Reader reader = Reader::lightness);

}  // namespace underpaint
