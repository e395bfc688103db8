// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <vector>

#include "audit/exact_sum.h"
#include "raster/pyramid.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// Calls `take(part, cover, steps)` with each row of a tile that a part may lie on: how far the
/// part covers the pixels, 0..1, and their steps.
template <class Take>
void for_rows_of_parts(const std::vector<Pyramid::Level>& masks, const FloatBlock& steps,
                       Take take) {
    const Rect& tile = steps.area();
    std::vector<float> cover(static_cast<std::size_t>(tile.width));
    for (std::size_t part = 0; part < masks.size(); ++part) {
        const Picture& mask = *masks[part];
        if (mask.surely_all(0, tile, 0)) continue;
        for (int y = 0; y < tile.height; ++y) {
            mask.read_channel(0, tile.x, tile.y + y, cover);
            take(part, std::span<const float>(cover), std::span<const float>(steps.row(y)));
        }
    }
}

/// Adds a row's steps to a part's mean.
inline void add_row(WeightedMean& mean, std::span<const float> cover,
                    std::span<const float> steps) {
    double sum = 0, weight = 0;
    for (std::size_t x = 0; x < cover.size(); ++x) {
        sum += double{cover[x]} * steps[x];
        weight += cover[x];
    }
    mean.add(sum, weight);
}

}  // namespace underpaint
