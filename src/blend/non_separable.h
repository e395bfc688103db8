// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/rgb.h"

/// The four non-separable blend functions of W3C Compositing and Blending Level 1, 10.2:
/// `b` backdrop and `s` source, encoded, 0..1.
namespace underpaint::non_separable {

/// The specification's Lum(): a weighted sum of encoded channels. It is not lightness, which is
/// why these modes move values.
constexpr float lum(Rgb c) {
    return 0.3F * c.r + 0.59F * c.g + 0.11F * c.b;
}

Rgb hue(Rgb b, Rgb s);
Rgb saturation(Rgb b, Rgb s);
Rgb color(Rgb b, Rgb s);
Rgb luminosity(Rgb b, Rgb s);

}  // namespace underpaint::non_separable
