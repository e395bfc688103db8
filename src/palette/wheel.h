// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <span>
#include <string_view>

#include "colour/reader.h"
#include "colour/rgb.h"

namespace underpaint {

/// Painters who contradict each other about opposites mean different wheels.
enum class Wheel { seen, light, paint };

struct WheelText {
    Wheel wheel;
    std::string_view id;     ///< in files and on the command line
    std::string_view label;  ///< on screen
    std::string_view about;  ///< what opposite means on it
};
inline constexpr std::array<WheelText, 3> kWheels{{
    {Wheel::seen, "seen", "seen",
     "Hues evenly spaced to the eye: the opposite looks the most different"},
    {Wheel::light, "light", "light",
     "Light on light: a colour and its opposite add up to a neutral"},
    {Wheel::paint, "paint", "paint",
     "Red, yellow and blue paint: red is opposite green, blue orange, yellow purple"},
}};
constexpr const WheelText& text_of(Wheel wheel) {
    return kWheels[static_cast<std::size_t>(wheel)];
}
std::optional<Wheel> wheel_from_id(std::string_view id);

/// Colours that stand at some angles from a first one.
struct Harmony {
    std::string_view id;
    std::string_view label;
    std::string_view about;        ///< what it does in a picture
    std::span<const float> turns;  ///< degrees from the first colour on the wheel
};
extern const std::array<Harmony, 5> kHarmonies;

/// The place of a colour on a wheel, degrees 0..360; nothing for a neutral.
///  seen   hue in OKLCh
///  light  angle about the white point in the CIE 1976 u'v' diagram (CIE 15:2018, 8.2.2), where
///         lights that add up to a neutral lie on a line through it
///  paint  place on the wheel whose saturated colours are those of Gossett and Chen, "Paint
///  inspired
///         color mixing and compositing for visualization", 2004, and which has the same OKLCh hue
std::optional<float> place_on(Wheel wheel, Rgb colour);

/// The saturated colour at a place of the paint wheel: corners at 0, 60 ... 300 degrees, between
/// them mixed by 3t^2 - 2t^3, as there.
Rgb paint_wheel(float degrees);

/// A colour that was asked for by hue, step and intensity.
struct Suggestion {
    Rgb colour;
    float intensity = 0;  ///< 0..1, that it has
    bool seen = true;     ///< false: at this step sRGB has next to no colour of this hue
};

/// The colour `turn` degrees on from the place `place` of a wheel, that the reader finds at a
/// lightness of `light` (0..100) and whose intensity is the one wanted (0..1).
Suggestion suggest(Wheel wheel, float place, float light, float intensity,
                   Reader reader = Reader::lightness);

}  // namespace underpaint
