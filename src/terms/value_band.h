// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/value_scale.h"

namespace underpaint {

/// The stretch of the scale a pass lands on, in steps 1-9 of the sealed picture (by L*).
struct ValueBand {
    float low = 1, high = 9;  ///< full coverage between them; low <= high
    float soft = 0.5F;        ///< coverage fades to 0 over this many steps beyond each end

    /// True when the band leaves nothing out.
    constexpr bool whole_scale() const { return low <= 1 && high >= 9; }
    friend bool operator==(const ValueBand&, const ValueBand&) = default;
};

/// Coverage 0..1 of a step, along a smoothstep at either end. An end of the scale never fades.
float coverage(const ValueBand& band, float step);

}  // namespace underpaint
