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

constexpr float kChromaStep = 1e-5F;

/// By bisection.
float most_inside(float l, float h, float outside) {
    float inside = 0;
    while (outside - inside > kChromaStep) {
        const float middle = (inside + outside) / 2;
        (inside_gamut({l, middle, h}) ? inside : outside) = middle;
    }
    return inside;
}

std::vector<float> make_table() {
    std::vector<float> table(static_cast<std::size_t>(kLights) * kHues);
    for (int h = 0; h < kHues; ++h) {
        const std::vector<float> chromas = gamut_chromas(static_cast<float>(h % 360), kLights);
        for (int i = 0; i < kLights; ++i)
            table[static_cast<std::size_t>(i * kHues + h)] = chromas[static_cast<std::size_t>(i)];
    }
    return table;
}

}  // namespace

float gamut_chroma_exact(float l, float h) {
    return l <= 0 || l >= 1 ? 0 : most_inside(l, h, 0.4F);
}

std::vector<float> gamut_chromas(float h, int lights) {
    // Scaling linear light scales L and C alike. So the lower boundary of the gamut, where one
    // channel is 0, is a straight line from black, up to where another channel becomes 1.
    constexpr float low = 0.4F;  // below every hue's widest place
    const float slope = gamut_chroma_exact(low, h) / low;
    std::vector<float> chromas(static_cast<std::size_t>(lights));
    for (int i = 1; i + 1 < lights; ++i) {
        const float l = static_cast<float>(i) / static_cast<float>(lights - 1), most = slope * l;
        const bool lower = l <= low || inside_gamut({l, most - 2 * kChromaStep, h});
        chromas[static_cast<std::size_t>(i)] = lower ? most : most_inside(l, h, most);
    }
    return chromas;
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
    if (c.c < kNeutralChroma) return 0;
    const float most = gamut_chroma(c.l, c.h);
    return most < kNeutralChroma ? 0 : std::min(c.c / most, 1.0F);
}

float intensity(Rgb encoded) {
    return intensity(oklch(oklab(decode(encoded))));
}

float strength(Rgb encoded) {
    const OkLch colour = oklch(oklab(decode(encoded)));
    return strength(intensity(colour), colour.c);
}

}  // namespace underpaint
