// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "render/source_tile.h"

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

}  // namespace

void prepare_source(const Grain&, const SourceNeeds&, ReadyPass&) {}

/// On every channel. Seen from afar grain averages out: its strength falls with the number of
/// grains in a pixel.
Cover fill(const Grain& grain, SourceTile& to) {
    RgbBlock& colour = to.colour;
    const double shrink = to.recipe.shrink();
    const Rect& tile = colour.area();
    // A pixel covers (shrink / size)^2 grains; the mean of n grains has 1 / sqrt(n) of their
    // spread.
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
    return Cover::all;
}

}  // namespace underpaint
