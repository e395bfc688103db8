// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/rgb.h"

namespace underpaint {

/// The chromaticity of `c` at luminance `y` (0..1): scaled in linear light by y / Y(c); where a
/// channel then exceeds 1, moved toward the neutral of the same Y until it fits. Y is kept exactly,
/// darks keep their saturation, lights give it up. Black has no chromaticity and becomes the
/// neutral. This program's own; true colour and hold both rest on it.
LinearRgb relight(LinearRgb c, float y);

}  // namespace underpaint
