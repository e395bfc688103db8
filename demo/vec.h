// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cmath>

namespace underpaint::demo {

/// Metres; x to the right, y up, z away from the painter.
struct Vec {
    float x = 0, y = 0, z = 0;
    friend Vec operator+(Vec a, Vec b) { return {a.x + b.x, a.y + b.y, a.z + b.z}; }
    friend Vec operator-(Vec a, Vec b) { return {a.x - b.x, a.y - b.y, a.z - b.z}; }
    friend Vec operator*(Vec a, float s) { return {a.x * s, a.y * s, a.z * s}; }
};

inline float dot(Vec a, Vec b) {
    return a.x * b.x + a.y * b.y + a.z * b.z;
}
inline float length(Vec a) {
    return std::sqrt(dot(a, a));
}
inline Vec normal(Vec a) {
    return a * (1 / std::max(length(a), 1e-9F));
}
inline Vec reflect(Vec ray, Vec n) {
    return ray - n * (2 * dot(ray, n));
}
/// Turned about the upright axis.
inline Vec yawed(Vec a, float angle) {
    const float c = std::cos(angle), s = std::sin(angle);
    return {c * a.x - s * a.z, a.y, s * a.x + c * a.z};
}
inline float smooth(float low, float high, float v) {
    const float t = std::clamp((v - low) / (high - low), 0.0F, 1.0F);
    return t * t * (3 - 2 * t);
}

}  // namespace underpaint::demo
