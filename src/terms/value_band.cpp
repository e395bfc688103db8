// SPDX-License-Identifier: GPL-3.0-or-later
#include "terms/value_band.h"

#include <algorithm>

namespace underpaint {
namespace {

/// 1 at no distance outside the band, 0 from `soft` on.
float fade(float outside, float soft) {
    if (outside <= 0) return 1;
    if (outside >= soft) return 0;
    const float t = 1 - outside / soft;
    return t * t * (3 - 2 * t);
}

}  // namespace

float coverage(const ValueBand& band, float step) {
    return fade(std::max(band.low - step, step - band.high), band.soft);
}

}  // namespace underpaint
