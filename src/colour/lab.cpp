// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/lab.h"

#include <cmath>

#include "colour/srgb.h"

namespace underpaint {
namespace {

// CIE 15:2018 gives the bend of the curve as exact fractions.
constexpr double kBend = 216.0 / 24389.0;
constexpr double kSlope = 24389.0 / 27.0;

double f(double t) {
    return t > kBend ? std::cbrt(t) : (kSlope * t + 16.0) / 116.0;
}

}  // namespace

float lightness_of_luminance(float y) {
    constexpr auto bend = static_cast<float>(kBend);
    constexpr auto slope = static_cast<float>(kSlope);
    return y > bend ? 116.0F * std::cbrt(y) - 16.0F : slope * y;
}

float luminance_of_lightness(float l) {
    if (l <= 8.0F) return l / static_cast<float>(kSlope);
    const float root = (l + 16.0F) / 116.0F;
    return root * root * root;
}

Lab lab(Rgb encoded) {
    const LinearRgb c = decode(encoded);
    // IEC 61966-2-1 matrix, each row divided by its sum: X/Xn, Y/Yn, Z/Zn.
    const double x = (0.4124 * c.r + 0.3576 * c.g + 0.1805 * c.b) / 0.9505;
    const double y = 0.2126 * c.r + 0.7152 * c.g + 0.0722 * c.b;
    const double z = (0.0193 * c.r + 0.1192 * c.g + 0.9505 * c.b) / 1.0890;
    const double fx = f(x), fy = f(y), fz = f(z);
    return {116.0 * fy - 16.0, 500.0 * (fx - fy), 200.0 * (fy - fz)};
}

}  // namespace underpaint
