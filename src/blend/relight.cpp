// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/relight.h"

#include <algorithm>

#include "colour/srgb.h"

namespace underpaint {

LinearRgb relight(LinearRgb c, float y) {
    const float found = luminance(c);
    const float scale = y / std::max(found, kNoColourBelow);
    const float neutral = y - scale * found;
    c = {neutral + c.r * scale, neutral + c.g * scale, neutral + c.b * scale};
    const float highest = std::max({c.r, c.g, c.b});
    if (highest <= 1) return c;
    const float share = y < 1 ? (1 - y) / (highest - y) : 0;
    return {y + (c.r - y) * share, y + (c.g - y) * share, y + (c.b - y) * share};
}

}  // namespace underpaint
