// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/source_fill.h"

#include <algorithm>
#include <cmath>

namespace underpaint {
namespace {

/// Scrambles 32 bits so that each one of the input moves half of those that come out.
std::uint32_t scrambled(std::uint32_t h) {
    h ^= h >> 16;
    h *= 0x85EBCA6BU;
    h ^= h >> 13;
    h *= 0xC2B2AE35U;
    return h ^ h >> 16;
}

/// -1..1, evenly spread, one for each grain.
float grain_at(std::uint32_t seed, std::int32_t x, std::int32_t y) {
    const std::uint32_t h = scrambled(static_cast<std::uint32_t>(x) +
                                      scrambled(static_cast<std::uint32_t>(y) + scrambled(seed)));
    return static_cast<float>(h >> 8) * (2.0F / 0xFFFFFF) - 1;
}

float smoothstep(float t) {
    t = std::clamp(t, 0.0F, 1.0F);
    return t * t * (3 - 2 * t);
}

/// smoothstep of how far `distance` squared has come from `begin` to `end`.
float risen(float squared, float begin, float end) {
    if (end <= begin) return squared >= end * end ? 1.0F : 0.0F;
    return smoothstep((std::sqrt(squared) - begin) / (end - begin));
}

}  // namespace

void fill_grain(const Grain& grain, double shrink, RgbBlock& colour) {
    const Rect& tile = colour.area();
    // A pixel holds (shrink / size) squared grains; the mean of n spreads 1 / sqrt(n) as far.
    const double cell = std::max<double>(grain.size, shrink);
    const auto reach = static_cast<float>(0.5 * grain.amount * grain.size / cell);
    const double step = shrink / cell;
    for (int y = 0; y < tile.height; ++y) {
        const RgbRow row = colour.row(y);
        const double v = (tile.y + y + 0.5) * step;
        const auto top = static_cast<std::int32_t>(std::floor(v - 0.5));
        const auto down = static_cast<float>(v - 0.5 - top);
        for (int x = 0; x < tile.width; ++x) {
            const double u = (tile.x + x + 0.5) * step;
            const auto left = static_cast<std::int32_t>(std::floor(u - 0.5));
            const auto across = static_cast<float>(u - 0.5 - left);
            const auto mixed = [&](std::int32_t at) {
                const float from = grain_at(grain.seed, left, at);
                return from + across * (grain_at(grain.seed, left + 1, at) - from);
            };
            const float above = mixed(top);
            const float value = 0.5F + reach * (above + down * (mixed(top + 1) - above));
            row.set(static_cast<std::size_t>(x), grey(value));
        }
    }
}

// Distances are reckoned from absolute places, so that a pixel comes out the same to the bit
// whatever tile it is asked for in.

bool fill_glow(const Glow& glow, double shrink, FloatBlock& coverage) {
    const Rect& tile = coverage.area();
    const auto radius = static_cast<float>(glow.radius / shrink);
    const double cx = glow.centre.x / shrink - 0.5, cy = glow.centre.y / shrink - 0.5;
    const double beside_x = cx - std::clamp<double>(cx, tile.x, tile.right());
    const double beside_y = cy - std::clamp<double>(cy, tile.y, tile.bottom());
    if (std::hypot(beside_x, beside_y) > radius + 1) return false;
    for (int y = 0; y < tile.height; ++y) {
        const auto row = coverage.row(y);
        const auto dy = static_cast<float>(tile.y + y - cy);
        for (int x = 0; x < tile.width; ++x) {
            const auto dx = static_cast<float>(tile.x + x - cx);
            row[static_cast<std::size_t>(x)] =
                1 - risen(dx * dx + dy * dy, glow.core * radius, radius);
        }
    }
    return true;
}

bool fill_vignette(const Vignette& vignette, Size painting, double shrink, FloatBlock& coverage) {
    const Rect& tile = coverage.area();
    // In these units the corners of the painting lie at a distance of 1 from its middle.
    const auto unit = [&](int v, int length) {
        return static_cast<float>(((v + 0.5) * shrink / length * 2 - 1) * std::sqrt(0.5));
    };
    bool any = false;
    for (int y = 0; y < tile.height; ++y) {
        const auto row = coverage.row(y);
        const float dy = unit(tile.y + y, painting.height);
        for (int x = 0; x < tile.width; ++x) {
            const float dx = unit(tile.x + x, painting.width);
            float& share = row[static_cast<std::size_t>(x)];
            share = risen(dx * dx + dy * dy, vignette.inner, vignette.outer);
            any = any || share > 0;
        }
    }
    return any;
}

}  // namespace underpaint
