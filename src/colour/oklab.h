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

/// The two halves of oklab(), for code that has a cube root of its own: the response of the three
/// cones, 0..1, and what follows from its cube roots.
constexpr LinearRgb cone_response(LinearRgb c) {
    return {0.4122214708F * c.r + 0.5363325363F * c.g + 0.0514459929F * c.b,
            0.2119034982F * c.r + 0.6806995451F * c.g + 0.1073969566F * c.b,
            0.0883024619F * c.r + 0.2817188376F * c.g + 0.6299787005F * c.b};
}
template <class CubeRoot>
OkLab oklab_from_cone_roots(LinearRgb cones, CubeRoot root) {
    const float l = root(cones.r), m = root(cones.g), s = root(cones.b);
    return {0.2104542553F * l + 0.7936177850F * m - 0.0040720468F * s,
            1.9779984951F * l - 2.4285922050F * m + 0.4505937099F * s,
            0.0259040371F * l + 0.7827717662F * m - 0.8086757660F * s};
}
LinearRgb linear_rgb(OkLab lab);

OkLch oklch(OkLab lab);
OkLab oklab(OkLch lch);

}  // namespace underpaint
