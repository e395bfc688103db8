// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

#include "blend/lay.h"
#include "colour/reader.h"
#include "raster/rgb_block.h"

namespace underpaint {

// Whole rows of pixels: the seam behind which fast kernels go. Each function does to every pixel
// what its scalar namesake does, within kRowTolerance, with one choice of mode or reader for the
// row. All spans of one call have one length; none may overlap except where said.

/// How far a row function may be off its scalar namesake: in encoded units, and in hundredths of L*
/// and of warmth.
inline constexpr float kRowTolerance = 2e-4F;

/// lay(): lays `source` over `state` in place. `alpha` as there. `held_luminance` is empty (hold to
/// what is found) or one luminance a pixel (hold to the seal).
void lay_row(const Laying& how, RgbRow state, ConstRgbRow source, std::span<const float> alpha,
             std::span<const float> held_luminance = {});

/// read(): L*-equivalents 0..100 of encoded pixels.
void read_row(Reader reader, ConstRgbRow pixels, std::span<float> out);

/// luminance(): 0..1, of encoded pixels.
void luminance_row(ConstRgbRow pixels, std::span<float> out);

/// lightness_of_luminance(): L* 0..100.
void lightness_row(std::span<const float> luminance, std::span<float> out);

/// warmth() of encoded pixels.
void warmth_row(ConstRgbRow pixels, std::span<float> out);

}  // namespace underpaint
