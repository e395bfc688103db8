// SPDX-License-Identifier: GPL-3.0-or-later
#include "noise.h"

#include <algorithm>
#include <cmath>

namespace underpaint::demo {

std::uint32_t hash(std::uint32_t v) {
    v ^= v >> 16;
    v *= 0x7FEB352DU;
    v ^= v >> 15;
    v *= 0x846CA68BU;
    return v ^ (v >> 16);
}

float lattice(int x, int y, std::uint32_t seed) {
    const auto mixed = hash(static_cast<std::uint32_t>(x) * 0x8DA6B343U ^
                            static_cast<std::uint32_t>(y) * 0xD8163841U ^ seed);
    return static_cast<float>(mixed >> 8) / 16777216.0F;
}

float noise(float x, float y, std::uint32_t seed) {
    const float fx = std::floor(x), fy = std::floor(y);
    const int ix = static_cast<int>(fx), iy = static_cast<int>(fy);
    const auto ease = [](float t) { return t * t * (3 - 2 * t); };
    const float u = ease(x - fx), v = ease(y - fy);
    return std::lerp(std::lerp(lattice(ix, iy, seed), lattice(ix + 1, iy, seed), u),
                     std::lerp(lattice(ix, iy + 1, seed), lattice(ix + 1, iy + 1, seed), u), v);
}

float clouds(float x, float y, std::uint32_t seed) {
    float sum = 0, weight = 0.5F;
    for (std::uint32_t octave = 0; octave < 4; ++octave, weight /= 2, x *= 2.03F, y *= 2.03F)
        sum += weight * noise(x, y, seed + octave * 101);
    return sum / 0.9375F;
}

float cell_border(float x, float y, std::uint32_t seed) {
    const int ix = static_cast<int>(std::floor(x)), iy = static_cast<int>(std::floor(y));
    float nearest = 9, second = 9;
    for (int dy = -1; dy <= 1; ++dy)
        for (int dx = -1; dx <= 1; ++dx) {
            const int cx = ix + dx, cy = iy + dy;
            const float px = static_cast<float>(cx) + lattice(cx, cy, seed) - x;
            const float py = static_cast<float>(cy) + lattice(cx, cy, seed + 7) - y;
            const float d = std::hypot(px, py);
            if (d < nearest) {
                second = nearest;
                nearest = d;
            } else {
                second = std::min(second, d);
            }
        }
    return second - nearest;
}

}  // namespace underpaint::demo
