// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/rgb.h"

namespace underpaint {

/// The sRGB transfer function and its inverse, 0..1 to 0..1; odd-symmetric outside.
/// IEC 61966-2-1:1999, with the constants that make the two segments meet.
float srgb_decode(float encoded);
float srgb_encode(float linear);

LinearRgb decode(Rgb encoded);
Rgb encode(LinearRgb linear);

/// Luminance Y of linear-light sRGB, 0..1, white = 1.
/// IEC 61966-2-1:1999, second row of the RGB to XYZ matrix, four digits as published.
constexpr float kRedWeight = 0.2126F, kGreenWeight = 0.7152F, kBlueWeight = 0.0722F;
constexpr float luminance(LinearRgb c) {
    return kRedWeight * c.r + kGreenWeight * c.g + kBlueWeight * c.b;
}

}  // namespace underpaint
