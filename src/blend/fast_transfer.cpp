// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/fast_transfer.h"

#include <numbers>

#include "colour/lab.h"
#include "colour/srgb.h"
#include "colour/warmth.h"

namespace underpaint::fast {
namespace {

/// The temperature of a point on the diamond |a| + |b| = 1, a whole turn being 1.
double temperature_on_diamond(double turn) {
    const double q = turn * 4, t = q - std::floor(q);
    const int quarter = static_cast<int>(q) % 4;
    double a = 1 - t, b = t;
    if (quarter % 2 == 1) a = -t, b = 1 - t;
    if (quarter >= 2) a = -a, b = -b;
    return temperature_of_hue(static_cast<float>(std::atan2(b, a) * 180 / std::numbers::pi));
}

}  // namespace

const Curve<4096> kDecode([](double v) { return srgb_decode(static_cast<float>(v)); });
const Curve<4096> kEncodeOfRoot([](double root) {
    return srgb_encode(static_cast<float>(root * root));
});
const Curve<4096> kLightnessOfRoot([](double root) {
    return lightness_of_luminance(static_cast<float>(root * root));
});
const Curve<4096> kCubeRootOfRoot([](double root) { return std::cbrt(root * root); });
const Curve<4096> kTemperature(temperature_on_diamond);

float encode_near_black(float linear) {
    return linear > 0 ? srgb_encode(linear) : 0;
}

float lightness_near_black(float luminance) {
    return luminance > 0 ? lightness_of_luminance(luminance) : 0;
}

}  // namespace underpaint::fast
