// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <string_view>

#include "colour/rgb.h"

namespace underpaint {

/// Eyes that lack one of the three kinds of cones.
enum class Eyes { red_blind, green_blind, blue_blind };

struct EyesText {
    Eyes eyes;
    std::string_view id;     ///< in files and on the command line
    std::string_view label;  ///< on screen
};
inline constexpr std::array<EyesText, 3> kOtherEyes{{
    {Eyes::red_blind, "red-blind", "red-blind"},
    {Eyes::green_blind, "green-blind", "green-blind"},
    {Eyes::blue_blind, "blue-blind", "blue-blind"},
}};
constexpr const EyesText& text_of(Eyes eyes) {
    return kOtherEyes[static_cast<std::size_t>(eyes)];
}
/// Of light: what each channel seen takes of red, green and blue.
using EyesMatrix = std::array<std::array<float, 3>, 3>;
/// Machado's, mixed with the identity by severity 0..1.
EyesMatrix matrix_of(Eyes eyes, float severity = 1);

std::optional<Eyes> eyes_from_id(std::string_view id);

/// What such eyes see of a colour. Machado, Oliveira and Fernandes, "A physiologically-based model
/// for simulation of color vision deficiency", 2009, the matrices of severity 1.0; less severity
/// (0..1) is mixed linearly with the identity. May leave 0..1. Neutrals stay to 1e-6.
LinearRgb seen_by(Eyes eyes, LinearRgb colour, float severity = 1);

/// The same of an encoded colour, brought into sRGB.
Rgb seen_by(Eyes eyes, Rgb colour, float severity = 1);

}  // namespace underpaint
