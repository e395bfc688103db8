// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/relight.h"

#include <algorithm>

#include "colour/srgb.h"

namespace underpaint {

LinearRgb relight(LinearRgb c, float y) {
    // A twentieth of the luminance of the darkest 8-bit blue: below it hue is rounding error.
    constexpr float black = 1e-6F;
    const float found = luminance(c);
    if (found < black) return {y, y, y};
    const float scale = y / found;
    c = {c.r * scale, c.g * scale, c.b * scale};
    const float highest = std::max({c.r, c.g, c.b});
    if (highest <= 1) return c;
    const float share = y < 1 ? (1 - y) / (highest - y) : 0;
    return {y + (c.r - y) * share, y + (c.g - y) * share, y + (c.b - y) * share};
}

}  // namespace underpaint
