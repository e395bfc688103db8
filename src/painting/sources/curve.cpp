// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/sources/curve.h"

#include "blend/relight.h"
#include "colour/srgb.h"
#include "terms/value_curves.h"

namespace underpaint {
namespace {

/// The neutral of a step, tinted.
Rgb tinted(double step, Rgb tint, float amount) {
    const float v = curve_point(step, step).in;
    const LinearRgb neutral = decode(grey(v));
    const LinearRgb full = relight(decode(tint), luminance(neutral));
    return encode({neutral.r + amount * (full.r - neutral.r),
                   neutral.g + amount * (full.g - neutral.g),
                   neutral.b + amount * (full.b - neutral.b)});
}

}  // namespace

Curve toned_curve(const Curve& curve, Rgb shadows, Rgb lights, float amount) {
    const float dark = curve_point(kShadowStep, kShadowStep).in;
    const float light = curve_point(kLightStep, kLightStep).in;
    const Rgb low = tinted(kShadowStep, shadows, amount), high = tinted(kLightStep, lights, amount);
    const auto channel = [&](float Rgb::*c) {
        return in_range(CurvePoints{{0, 0}, {dark, low.*c}, {light, high.*c}, {1, 1}});
    };
    return {curve.all, channel(&Rgb::r), channel(&Rgb::g), channel(&Rgb::b)};
}

}  // namespace underpaint
