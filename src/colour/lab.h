// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/rgb.h"

namespace underpaint {

/// CIELAB, D65 white. L 0..100; a and b about -110..110 inside sRGB.
struct Lab {
    double l = 0, a = 0, b = 0;
};

/// CIE 1976 lightness L* of a luminance 0..1: 0..100. CIE 15:2018, 8.2.1.
float lightness_of_luminance(float y);
/// The inverse: luminance 0..1 of an L* 0..100.
float luminance_of_lightness(float l);

/// CIE 1976 L*a*b* of encoded sRGB. CIE 15:2018, 8.2.1, with the white that the sRGB matrix
/// itself gives for (1, 1, 1), so that every neutral has a = b = 0.
Lab lab(Rgb encoded);

}  // namespace underpaint
