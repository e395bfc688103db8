// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/rgb.h"
#include "painting/parameter.h"

namespace underpaint {

/// All colours of a source moved together, without touching the source.
struct Tune {
    float hue = 0;        ///< degrees; see kTuneHue
    float intensity = 1;  ///< times; see kTuneIntensity
    float lightness = 0;  ///< of OKLab's L; see kTuneLightness

    bool changes() const { return hue != 0 || intensity != 1 || lightness != 0; }
    friend bool operator==(const Tune&, const Tune&) = default;
};

/// The colour turned in hue, its OKLCh chroma multiplied, its lightness moved; chroma gives way
/// where sRGB has no such colour. A colour that is not to change comes back to the bit.
Rgb tuned(Rgb colour, const Tune& tune);

}  // namespace underpaint
