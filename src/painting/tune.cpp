// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/tune.h"

#include <algorithm>

#include "colour/intensity.h"
#include "colour/srgb.h"

namespace underpaint {

Rgb tuned(Rgb colour, const Tune& tune) {
    if (!tune.changes()) return colour;
    OkLch lch = oklch(oklab(decode(colour)));
    lch.l = std::clamp(lch.l + tune.lightness, 0.0F, 1.0F);
    lch.h += tune.hue;
    if (lch.h < 0) lch.h += 360;
    if (lch.h >= 360) lch.h -= 360;
    lch.c = std::min(lch.c * tune.intensity, gamut_chroma(lch.l, lch.h));
    const Rgb c = encode(linear_rgb(oklab(lch)));
    return {std::clamp(c.r, 0.0F, 1.0F), std::clamp(c.g, 0.0F, 1.0F), std::clamp(c.b, 0.0F, 1.0F)};
}

}  // namespace underpaint
