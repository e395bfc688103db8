// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/tune.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "colour/oklab.h"
#include "colour/srgb.h"

namespace underpaint {

Rgb tuned(Rgb colour, const Tune& tune) {
    if (!tune.changes()) return colour;
    const float turn = tune.hue * std::numbers::pi_v<float> / 180;
    const float c = tune.intensity * std::cos(turn), s = tune.intensity * std::sin(turn);
    const OkLab was = oklab(decode(colour));
    const float l = std::clamp(was.l + tune.lightness, 0.0F, 1.0F), neutral = l * l * l;
    const LinearRgb is = linear_rgb({l, c * was.a - s * was.b, s * was.a + c * was.b});
    float share = 1;
    for (const float v : {is.r, is.g, is.b}) {
        if (v > 1) share = std::min(share, (1 - neutral) / (v - neutral));
        if (v < 0) share = std::min(share, neutral / (neutral - v));
    }
    const auto fit = [&](float v) {
        return std::clamp(neutral + share * (v - neutral), 0.0F, 1.0F);
    };
    return encode({fit(is.r), fit(is.g), fit(is.b)});
}

}  // namespace underpaint
