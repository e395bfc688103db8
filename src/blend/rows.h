// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

#include "blend/lay.h"
#include "colour/reader.h"
#include "raster/rgb_block.h"

namespace underpaint {

// Whole rows of pixels: the seam behind which fast kernels go. Each function does to every pixel
// what its scalar namesake does, with one choice of mode or reader for the row. All spans of one
// call have one length; none may overlap except where said.

/// Lays `source` over `state` in place. `alpha` as in lay(). `held_luminance` is empty (hold to
/// what is found) or one luminance a pixel (hold to the seal).
void lay_row(const Laying& how, RgbRow state, ConstRgbRow source, std::span<const float> alpha,
             std::span<const float> held_luminance = {});

/// L*-equivalents 0..100 of encoded pixels.
void read_row(Reader reader, ConstRgbRow pixels, std::span<float> out);

/// Luminance 0..1 of encoded pixels.
void luminance_row(ConstRgbRow pixels, std::span<float> out);

}  // namespace underpaint
