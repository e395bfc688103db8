// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/lab.h"

#include <cmath>

#include "colour/srgb.h"

namespace underpaint {
namespace {

double f(double t) {
    return t > kLabBend ? std::cbrt(t) : (kLabSlope * t + 16.0) / 116.0;
}

}  // namespace

float lightness_of_luminance(float y) {
    constexpr auto bend = static_cast<float>(kLabBend);
    constexpr auto slope = static_cast<float>(kLabSlope);
    return y > bend ? 116.0F * std::cbrt(y) - 16.0F : slope * y;
}

float luminance_of_lightness(float l) {
    if (l <= 8.0F) return l / static_cast<float>(kLabSlope);
    const float root = (l + 16.0F) / 116.0F;
    return root * root * root;
}

Lab lab(Rgb encoded) {
    const LinearRgb c = decode(encoded);
    const double x = kLabX[0] * c.r + kLabX[1] * c.g + kLabX[2] * c.b;
    const double y = 0.2126 * c.r + 0.7152 * c.g + 0.0722 * c.b;
    const double z = kLabZ[0] * c.r + kLabZ[1] * c.g + kLabZ[2] * c.b;
    const double fx = f(x), fy = f(y), fz = f(z);
    return {116.0 * fy - 16.0, 500.0 * (fx - fy), 200.0 * (fy - fz)};
}

}  // namespace underpaint
