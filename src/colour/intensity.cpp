// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/intensity.h"

#include <algorithm>
#include <cmath>
#include <vector>

#include "colour/srgb.h"

namespace underpaint {
namespace {

constexpr int kLights = 257;  // rows of the table: lightness 0..1
constexpr int kHues = 361;    // columns: whole degrees, the last repeats the first

bool inside_gamut(OkLch c) {
    const LinearRgb rgb = linear_rgb(oklab(c));
    constexpr float slack = 1e-6F;
    const auto [low, high] = std::minmax({rgb.r, rgb.g, rgb.b});
    return low >= -slack && high <= 1.0F + slack;
}

std::vector<float> make_table() {
    std::vector<float> table(static_cast<std::size_t>(kLights) * kHues);
    for (int i = 0; i < kLights; ++i)
        for (int h = 0; h < kHues; ++h)
            table[static_cast<std::size_t>(i * kHues + h)] = gamut_chroma_exact(
                static_cast<float>(i) / (kLights - 1), static_cast<float>(h % 360));
    return table;
}

}  // namespace

float gamut_chroma_exact(float l, float h) {
    if (l <= 0 || l >= 1) return 0;
    float inside = 0, outside = 0.4F;
    while (outside - inside > 1e-5F) {
        const float middle = (inside + outside) / 2;
        (inside_gamut({l, middle, h}) ? inside : outside) = middle;
    }
    return inside;
}

float gamut_chroma(float l, float h) {
    static const std::vector<float> table = make_table();
    const float x = std::clamp(h - 360.0F * std::floor(h / 360.0F), 0.0F, 359.9999F);
    const float y = std::clamp(l, 0.0F, 1.0F) * (kLights - 1);
    const int ix = static_cast<int>(x), iy = std::min(static_cast<int>(y), kLights - 2);
    const float fx = x - static_cast<float>(ix), fy = y - static_cast<float>(iy);
    const float* row = &table[static_cast<std::size_t>(iy * kHues + ix)];
    return std::lerp(std::lerp(row[0], row[1], fx), std::lerp(row[kHues], row[kHues + 1], fx), fy);
}

float intensity(OkLch c) {
    // Below this no colour can be told from a neutral, and C / Cmax would be noise over noise.
    constexpr float neutral = 1e-4F;
    if (c.c < neutral) return 0;
    const float most = gamut_chroma(c.l, c.h);
    return most < neutral ? 0 : std::min(c.c / most, 1.0F);
}

float intensity(Rgb encoded) {
    return intensity(oklch(oklab(decode(encoded))));
}

}  // namespace underpaint
