// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/lay.h"

#include <algorithm>

#include "blend/non_separable.h"
#include "blend/relight.h"
#include "blend/separable.h"
#include "colour/srgb.h"

namespace underpaint {
namespace {

Rgb each(float (*f)(float, float), Rgb b, Rgb s) {
    return {f(b.r, s.r), f(b.g, s.g), f(b.b, s.b)};
}

template <class Colour>
Colour mix(Colour from, Colour to, float share) {
    return {from.r + share * (to.r - from.r), from.g + share * (to.g - from.g),
            from.b + share * (to.b - from.b)};
}

float add(float b, float s) {
    return std::min(1.0F, b + s);
}

Rgb relit(Rgb encoded, float y) {
    return encode(relight(decode(encoded), y));
}

}  // namespace

Rgb blend(BlendMode mode, Rgb b, Rgb s) {
    switch (mode) {
        case BlendMode::normal: return each(separable::normal, b, s);
        case BlendMode::multiply: return each(separable::multiply, b, s);
        case BlendMode::screen: return each(separable::screen, b, s);
        case BlendMode::overlay: return each(separable::overlay, b, s);
        case BlendMode::darken: return each(separable::darken, b, s);
        case BlendMode::lighten: return each(separable::lighten, b, s);
        case BlendMode::color_dodge: return each(separable::color_dodge, b, s);
        case BlendMode::color_burn: return each(separable::color_burn, b, s);
        case BlendMode::hard_light: return each(separable::hard_light, b, s);
        case BlendMode::soft_light: return each(separable::soft_light, b, s);
        case BlendMode::difference: return each(separable::difference, b, s);
        case BlendMode::exclusion: return each(separable::exclusion, b, s);
        case BlendMode::hue: return non_separable::hue(b, s);
        case BlendMode::saturation: return non_separable::saturation(b, s);
        case BlendMode::color: return non_separable::color(b, s);
        case BlendMode::luminosity: return non_separable::luminosity(b, s);
        case BlendMode::plus: return each(add, b, s);
        case BlendMode::true_colour: return relit(s, luminance(decode(b)));
    }
    return b;
}

Rgb lay(const Laying& how, Rgb backdrop, Rgb source, float alpha,
        std::optional<float> held_luminance) {
    if (!(alpha > 0)) return backdrop;
    alpha = std::min(alpha, 1.0F);
    const LinearRgb found = decode(backdrop);
    const float y = luminance(found), held_to = held_luminance.value_or(y);
    if (how.mode == BlendMode::true_colour)
        return encode(mix(found, relight(decode(source), held_to), alpha));
    const Rgb laid =
        how.mode == BlendMode::plus
            ? each(add, backdrop, {alpha * source.r, alpha * source.g, alpha * source.b})
            : mix(backdrop, blend(how.mode, backdrop, source), alpha);
    if (how.hold <= 0) return laid;
    return mix(laid, relit(laid, y + alpha * (held_to - y)), how.hold);
}

}  // namespace underpaint
