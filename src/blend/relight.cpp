// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/relight.h"

#include <algorithm>

#include "colour/srgb.h"

namespace underpaint {

LinearRgb at_luminance_one(LinearRgb c) {
    const float found = luminance(c);
    const float scale = 1 / std::max(found, kNoColourBelow);
    const float neutral = 1 - scale * found;
    return {neutral + c.r * scale, neutral + c.g * scale, neutral + c.b * scale};
}

LinearRgb relight(LinearRgb c, float y) {
    const LinearRgb one = at_luminance_one(c);
    c = {one.r * y, one.g * y, one.b * y};
    const float highest = std::max({c.r, c.g, c.b});
    if (highest <= 1) return c;
    const float share = y < 1 ? (1 - y) / (highest - y) : 0;
    return {y + (c.r - y) * share, y + (c.g - y) * share, y + (c.b - y) * share};
}

}  // namespace underpaint
