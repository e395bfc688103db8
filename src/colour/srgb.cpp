// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/srgb.h"

#include <cmath>

namespace underpaint {

float srgb_decode(float encoded) {
    const float v = std::fabs(encoded);
    const float linear = v <= 0.04045F ? v / 12.92F : std::pow((v + 0.055F) / 1.055F, 2.4F);
    return std::copysign(linear, encoded);
}

float srgb_encode(float linear) {
    const float v = std::fabs(linear);
    const float encoded = v <= 0.0031308F ? v * 12.92F : 1.055F * std::pow(v, 1.0F / 2.4F) - 0.055F;
    return std::copysign(encoded, linear);
}

LinearRgb decode(Rgb encoded) {
    return {srgb_decode(encoded.r), srgb_decode(encoded.g), srgb_decode(encoded.b)};
}

Rgb encode(LinearRgb linear) {
    return {srgb_encode(linear.r), srgb_encode(linear.g), srgb_encode(linear.b)};
}

}  // namespace underpaint
