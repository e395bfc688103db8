// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cmath>

/// The twelve separable blend functions B(Cb, Cs) of W3C Compositing and Blending Level 1, 10.1,
/// written as the specification writes them: `b` backdrop and `s` source, encoded, 0..1.
namespace underpaint::separable {

inline float normal(float, float s) {
    return s;
}
inline float multiply(float b, float s) {
    return b * s;
}
inline float screen(float b, float s) {
    return b + s - b * s;
}
inline float hard_light(float b, float s) {
    return s <= 0.5F ? multiply(b, 2 * s) : screen(b, 2 * s - 1);
}
inline float overlay(float b, float s) {
    return hard_light(s, b);
}
inline float darken(float b, float s) {
    return std::min(b, s);
}
inline float lighten(float b, float s) {
    return std::max(b, s);
}
inline float color_dodge(float b, float s) {
    if (b <= 0) return 0;
    if (s >= 1) return 1;
    return std::min(1.0F, b / (1 - s));
}
inline float color_burn(float b, float s) {
    if (b >= 1) return 1;
    if (s <= 0) return 0;
    return 1 - std::min(1.0F, (1 - b) / s);
}
inline float soft_light(float b, float s) {
    if (s <= 0.5F) return b - (1 - 2 * s) * b * (1 - b);
    const float d = b <= 0.25F ? ((16 * b - 12) * b + 4) * b : std::sqrt(b);
    return b + (2 * s - 1) * (d - b);
}
inline float difference(float b, float s) {
    return std::fabs(b - s);
}
inline float exclusion(float b, float s) {
    return b + s - 2 * b * s;
}

}  // namespace underpaint::separable
