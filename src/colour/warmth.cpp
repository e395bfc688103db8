// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/warmth.h"

#include <cmath>
#include <numbers>

#include "colour/srgb.h"

namespace underpaint {

float temperature_of_hue(float degrees) {
    constexpr float through_green = kCoolPole - kWarmPole;
    float along = degrees - kWarmPole;  // degrees from the warm pole, rising through green
    along -= 360.0F * std::floor(along / 360.0F);
    const float part = along <= through_green ? along / through_green
                                              : (360.0F - along) / (360.0F - through_green);
    return std::cos(std::numbers::pi_v<float> * part);
}

float warmth(OkLch c) {
    return c.c < kNeutralChroma ? 0 : 100.0F * c.c * temperature_of_hue(c.h);
}

float warmth(Rgb encoded) {
    return warmth(oklch(oklab(decode(encoded))));
}

}  // namespace underpaint
