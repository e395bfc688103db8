// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/srgb.h"

namespace underpaint {

/// The encoded colour, each channel of the light brought into 0..1 first; NaN becomes 0.
inline Rgb encode_clipped(LinearRgb c) {
    return encode({unit(c.r), unit(c.g), unit(c.b)});
}

}  // namespace underpaint
