// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/rgb.h"

namespace underpaint {

/// Luminance under which hue is more and more rounding error: half that of the darkest 8-bit blue.
inline constexpr float kNoColourBelow = 1e-5F;

/// `c` scaled to luminance 1, whatever its channels come to. Below kNoColourBelow it fades to the
/// neutral, which is what black becomes.
LinearRgb at_luminance_one(LinearRgb c);

/// The chromaticity of `c` at luminance `y` (0..1): scaled in linear light by y / Y(c); where a
/// channel then exceeds 1, moved toward the neutral of the same Y until it fits. Y is kept exactly,
/// darks keep their saturation, lights give it up. This program's own; true colour and hold rest on
/// it.
LinearRgb relight(LinearRgb c, float y);

}  // namespace underpaint
