// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <string_view>

namespace underpaint {

/// The painter's scale. Steps are real numbers; a spot "is a 5" when its step rounds to 5.
enum class ValueScale {
    one_to_nine,  ///< step = 1 + L*/12.5; black 1, middle grey 5, white 9
    zero_to_ten,  ///< step = L*/10
};

struct ScaleShape {
    float first;     ///< step of black
    float last;      ///< step of white
    float per_step;  ///< L* in one step
};
constexpr ScaleShape shape_of(ValueScale scale) {
    return scale == ValueScale::one_to_nine ? ScaleShape{1, 9, 12.5F} : ScaleShape{0, 10, 10};
}

/// Step of an L*-equivalent 0..100, and back.
constexpr float step_of(float l, ValueScale scale = ValueScale::one_to_nine) {
    return shape_of(scale).first + l / shape_of(scale).per_step;
}
constexpr float lightness_of_step(float step, ValueScale scale = ValueScale::one_to_nine) {
    return (step - shape_of(scale).first) * shape_of(scale).per_step;
}

/// Everything is reckoned in steps 1-9; these say a step, and a distance of steps, on the scale
/// that a painter counts by, and what somebody who counts so means by a step.
constexpr double on_scale(double step, ValueScale scale) {
    return scale == ValueScale::one_to_nine ? step : (step - 1) * 1.25;
}
constexpr double width_on_scale(double steps, ValueScale scale) {
    return scale == ValueScale::one_to_nine ? steps : steps * 1.25;
}
constexpr double from_scale(double shown, ValueScale scale) {
    return scale == ValueScale::one_to_nine ? shown : 1 + shown / 1.25;
}

/// A stretch of the scale, in steps 1-9.
struct Range {
    double darkest = 1, lightest = 9;
    constexpr double width() const { return lightest - darkest; }
    friend bool operator==(const Range&, const Range&) = default;
};

/// Where most of a picture lies on the scale.
enum class Key { low, middle, high };
inline constexpr std::array<std::string_view, 3> kKeyNames{"low", "middle", "high"};
constexpr std::string_view name_of(Key key) {
    return kKeyNames[static_cast<std::size_t>(key)];
}

}  // namespace underpaint
