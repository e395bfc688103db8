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

/// Under this chroma no colour can be told from a neutral, and its hue is noise.
inline constexpr float kNeutralChroma = 1e-4F;

/// Björn Ottosson, "A perceptual color space for image processing", 2020, with the matrices of
/// CSS Color Module Level 4, 9.3. Neutrals have a = b = 0 to float precision.
OkLab oklab(LinearRgb linear);

/// Its two matrices: from linear sRGB to the response of the three cones, 0..1, and from the cube
/// roots of those to L, a, b.
inline constexpr float kConesOfRgb[3][3] = {{0.4122214708F, 0.5363325363F, 0.0514459929F},
                                            {0.2119034982F, 0.6806995451F, 0.1073969566F},
                                            {0.0883024619F, 0.2817188376F, 0.6299787005F}};
inline constexpr float kOkLabOfRoots[3][3] = {{0.2104542553F, 0.7936177850F, -0.0040720468F},
                                              {1.9779984951F, -2.4285922050F, 0.4505937099F},
                                              {0.0259040371F, 0.7827717662F, -0.8086757660F}};

LinearRgb linear_rgb(OkLab lab);

/// Its two: from L, a, b to those roots, and from their cubes to linear sRGB.
inline constexpr float kRootsOfOkLab[3][3] = {{1, 0.3963377774F, 0.2158037573F},
                                              {1, -0.1055613458F, -0.0638541728F},
                                              {1, -0.0894841775F, -1.2914855480F}};
inline constexpr float kRgbOfCones[3][3] = {{4.0767416621F, -3.3077115913F, 0.2309699292F},
                                            {-1.2684380046F, 2.6097574011F, -0.3413193965F},
                                            {-0.0041960863F, -0.7034186147F, 1.7076147010F}};

OkLch oklch(OkLab lab);
OkLab oklab(OkLch lch);

}  // namespace underpaint
