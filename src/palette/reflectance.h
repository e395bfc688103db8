// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <span>

#include "colour/rgb.h"

namespace underpaint {

inline constexpr std::size_t kBands = 36;  ///< of 10 nm, centred on 380 to 730 nm

/// The share 0..1 of the light that a surface gives back, band by band.
using Reflectance = std::array<double, kBands>;

/// Linear channels are brought into this range first: no surface gives back nothing or all.
inline constexpr double kDarkestChannel = 1e-4, kLightestChannel = 0.9995;

/// The smoothest reflectance that has a colour under D65: the least sum of squared differences
/// between neighbours of z, with rho = (tanh z + 1) / 2. Scott Burns, "Numerical methods for
/// smoothest reflectance reconstruction", Color Research and Application 45, 2020. Every band lies
/// between 0 and 1; the colour comes back to 1e-6 of linear light.
Reflectance reflectance_of(LinearRgb colour);

/// The colour of a surface under D65, CIE 1931 observer, with the white point scaled so that a
/// reflectance of 1 gives (1, 1, 1). May leave 0..1 where the surface is beyond sRGB.
LinearRgb colour_of(const Reflectance& surface);
/// The same in floats, for where thousands are asked for: within 1e-5.
LinearRgb colour_of(std::span<const float, kBands> surface);

/// reflectance_of(), each colour solved once and kept: for what is asked again with every move of
/// a hand. Keeps kMostSolved colours, and begins again with none after that. Thread-safe.
Reflectance solved_reflectance(Rgb encoded);
inline constexpr std::size_t kMostSolved = 4096;

}  // namespace underpaint
