// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string_view>

#include "colour/rgb.h"
#include "painting/begins_as.h"
#include "terms/curve.h"

namespace underpaint {

/// The state below, through curves: each channel through `all`, then through its own.
struct Curve {
    CurvePoints all, red, green, blue;

    static constexpr std::string_view id = "curve", label = "curve";
    static constexpr bool has_frame = false;
    static constexpr bool brings_colour = true, own_colours = false;
    bool reads_below() const { return true; }
    template <class Self, class Each>
    static void fields(Self& self, Each&& each) {
        each("all", self.all);
        each("red", self.red);
        each("green", self.green);
        each("blue", self.blue);
    }
    Rgb mean() const { return grey(0.5F); }
    std::optional<Rgb> over(Rgb found) const {
        const auto channel = [&](const CurvePoints& own, float v) {
            return static_cast<float>(curve_at(own, curve_at(all, static_cast<double>(v))));
        };
        return Rgb{channel(red, found.r), channel(green, found.g), channel(blue, found.b)};
    }
    static BeginsAs<Curve> begin(const NewPassOn&) {
        return {
            "Curves", "Channels bent, for the hue of shadows and lights", {}, BlendMode::normal};
    }
    friend bool operator==(const Curve&, const Curve&) = default;
};

/// The step at which toned_curve() sets shadows, and lights.
inline constexpr double kShadowStep = 3, kLightStep = 7;

/// Curves of the three channels that take the neutral of step 3 a share `amount` of the way to the
/// chromaticity of `shadows` at the same luminance, see relight(), and the neutral of step 7 to
/// that of `lights`. Black and white stay, so does `all`.
Curve toned_curve(const Curve& curve, Rgb shadows, Rgb lights, float amount);

}  // namespace underpaint
