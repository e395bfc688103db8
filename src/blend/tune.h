// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/rgb.h"

namespace underpaint {

/// All colours of a source moved together, without touching the source.
struct Tune {
    float hue = 0;        ///< degrees, -180..180
    float intensity = 1;  ///< times, 0..2
    float lightness = 0;  ///< of OKLab's L, -0.5..0.5

    bool changes() const { return hue != 0 || intensity != 1 || lightness != 0; }
    friend bool operator==(const Tune&, const Tune&) = default;
};

/// The colour with OKLab's a and b turned by the hue and multiplied, its L moved; where sRGB has no
/// such colour it is moved, in linear light, toward the neutral of that L until it fits. A colour
/// that is not to change comes back to the bit.
Rgb tuned(Rgb colour, const Tune& tune);

}  // namespace underpaint
