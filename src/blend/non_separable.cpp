// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/non_separable.h"

#include <algorithm>

namespace underpaint::non_separable {
namespace {

float sat(Rgb c) {
    return std::max({c.r, c.g, c.b}) - std::min({c.r, c.g, c.b});
}

Rgb clip_color(Rgb c) {
    const float l = lum(c);
    const float low = std::min({c.r, c.g, c.b}), high = std::max({c.r, c.g, c.b});
    const auto pull = [&](float share) {
        c = {l + (c.r - l) * share, l + (c.g - l) * share, l + (c.b - l) * share};
    };
    if (low < 0) pull(l / (l - low));
    if (high > 1) pull((1 - l) / (high - l));
    return c;
}

Rgb set_lum(Rgb c, float l) {
    const float d = l - lum(c);
    return clip_color({c.r + d, c.g + d, c.b + d});
}

/// The specification sorts the channels; stretching min..max to 0..s says the same.
Rgb set_sat(Rgb c, float s) {
    const float low = std::min({c.r, c.g, c.b}), spread = sat(c);
    if (spread <= 0) return {};
    return {(c.r - low) / spread * s, (c.g - low) / spread * s, (c.b - low) / spread * s};
}

}  // namespace

Rgb hue(Rgb b, Rgb s) {
    return set_lum(set_sat(s, sat(b)), lum(b));
}
Rgb saturation(Rgb b, Rgb s) {
    return set_lum(set_sat(b, sat(s)), lum(b));
}
Rgb color(Rgb b, Rgb s) {
    return set_lum(s, lum(b));
}
Rgb luminosity(Rgb b, Rgb s) {
    return set_lum(b, lum(s));
}

}  // namespace underpaint::non_separable
