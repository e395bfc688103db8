// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "colour/oklab.h"

namespace underpaint {

/// The most OKLCh chroma that sRGB holds at lightness `l` (0..1) and hue `h` (degrees):
/// found on the gamut boundary by bisection, to 1e-5.
float gamut_chroma_exact(float l, float h);

/// The same from a table over lightness and hue, filled on first use; within 0.003 of the exact
/// figure away from black and white. Thread-safe.
float gamut_chroma(float l, float h);

/// gamut_chroma_exact() for `lights` lightnesses evenly from 0 to 1, at one hue.
std::vector<float> gamut_chromas(float h, int lights);

/// Intensity: chroma as a share 0..1 of the most that sRGB holds there. Black and white: 0.
float intensity(OkLch c);
float intensity(Rgb encoded);

}  // namespace underpaint
