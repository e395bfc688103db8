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

/// 0 up to `from`, 1 from `to` on, and 3t^2 - 2t^3 between (t = the share of the way).
constexpr float smoothstep(float from, float to, float v) {
    const float t = (v - from) / (to - from), in = t < 0 ? 0 : t > 1 ? 1 : t;
    return in * in * (3 - 2 * in);
}

/// Strength 0..1 of a colour: intensity x smoothstep(0.02, 0.06, chroma), OKLCh. Near white and
/// black everything is intense, since sRGB holds next to no chroma there: paper white has an
/// intensity of 1 and a strength of 0. What speaks of strong colours uses this.
constexpr float strength(float intensity, float chroma) {
    constexpr float unseen = 0.02F, seen = 0.06F;
    return intensity * smoothstep(unseen, seen, chroma);
}
float strength(Rgb encoded);

}  // namespace underpaint
