// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/rgb.h"

namespace underpaint {

/// OKLab. L 0..1; a and b about -0.32..0.28 inside sRGB.
struct OkLab {
    float l = 0, a = 0, b = 0;
};

/// OKLab in polar form: chroma 0..0.323 inside sRGB, hue in degrees, 0..360.
struct OkLch {
    float l = 0, c = 0, h = 0;
};

/// Björn Ottosson, "A perceptual color space for image processing", 2020, with the matrices of
/// CSS Color Module Level 4, 9.3. Neutrals have a = b = 0 to float precision.
OkLab oklab(LinearRgb linear);
LinearRgb linear_rgb(OkLab lab);

OkLch oklch(OkLab lab);
OkLab oklab(OkLch lch);

}  // namespace underpaint
