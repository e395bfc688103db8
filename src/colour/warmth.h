// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/oklab.h"

namespace underpaint {

/// Hues in OKLCh, degrees, between which temperature runs.
inline constexpr float kWarmPole = 57, kCoolPole = 255;

/// -1 (cool pole) .. +1 (warm pole): a cosine over 198 degrees through green and over 162 degrees
/// through magenta. This program's own definition; painters place the poles at orange and blue.
float temperature_of_hue(float degrees);

/// Signed warmth of a colour, 100 C T(h) in OKLCh: about -31..+23 inside sRGB; neutrals 0, and so
/// what can't be told from one (see kNeutralChroma).
float warmth(OkLch c);
float warmth(Rgb encoded);

}  // namespace underpaint
