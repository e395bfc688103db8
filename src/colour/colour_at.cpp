// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/colour_at.h"

#include <algorithm>

#include "colour/clipped.h"
#include "colour/intensity.h"
#include "colour/oklab.h"

namespace underpaint {
namespace {

/// The colour whose chroma at an OKLab lightness is `chroma(l)`, as light as wanted.
template <class Chroma>
Rgb as_light_as(float hue, float light, Reader reader, Chroma chroma) {
    const auto colour = [&](float l) {
        const LinearRgb linear = linear_rgb(oklab(OkLch{l, chroma(l), hue}));
        return encode_clipped(linear);
    };
    float low = 0, high = 1;
    for (int i = 0; i < 22; ++i) {
        const float middle = (low + high) / 2;
        (read(reader, colour(middle)) < light ? low : high) = middle;
    }
    return colour((low + high) / 2);
}

}  // namespace

Rgb colour_at(float hue, float light, float intensity, Reader reader) {
    return as_light_as(hue, light, reader,
                       [&](float l) { return unit(intensity) * gamut_chroma_exact(l, hue); });
}

Rgb colour_of_chroma(float hue, float light, float chroma, Reader reader) {
    return as_light_as(hue, light, reader, [&](float l) {
        return std::clamp(chroma, 0.0F, gamut_chroma_exact(l, hue));
    });
}

}  // namespace underpaint
