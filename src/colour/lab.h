// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/rgb.h"

namespace underpaint {

/// CIELAB, D65 white. L 0..100; a and b about -110..110 inside sRGB.
struct Lab {
    double l = 0, a = 0, b = 0;
};

/// Where the straight foot of L* ends, and its slope: CIE 15:2018, 8.2.1, as exact fractions.
inline constexpr double kLabBend = 216.0 / 24389.0, kLabSlope = 24389.0 / 27.0;

/// X and Z of linear sRGB, each as a share of the white's: the rows of the IEC 61966-2-1 matrix
/// over their sums.
inline constexpr double kLabX[] = {0.4124 / 0.9505, 0.3576 / 0.9505, 0.1805 / 0.9505};
inline constexpr double kLabZ[] = {0.0193 / 1.0890, 0.1192 / 1.0890, 0.9505 / 1.0890};

/// CIE 1976 lightness L* of a luminance 0..1: 0..100. CIE 15:2018, 8.2.1.
float lightness_of_luminance(float y);
/// The inverse: luminance 0..1 of an L* 0..100.
float luminance_of_lightness(float l);

/// CIE 1976 L*a*b* of encoded sRGB. CIE 15:2018, 8.2.1, with the white that the sRGB matrix
/// itself gives for (1, 1, 1), so that every neutral has a = b = 0.
Lab lab(Rgb encoded);

}  // namespace underpaint
