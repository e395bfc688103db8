// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cmath>
#include <vector>

#include "raster/rgb_block.h"

namespace underpaint {

// Distances are reckoned from absolute places, so that a pixel comes out the same to the bit
// whatever tile it is asked for in.

inline float smoothstep(float t) {
    t = std::min(std::max(t, 0.0F), 1.0F);
    return t * t * (3 - 2 * t);
}

/// smoothstep of how far a distance has come from `begin` to `end`.
class Rise {
public:
    Rise(float begin, float end)
        : begin_(begin), end_squared_(end * end), per_(end > begin ? 1 / (end - begin) : 0) {}
    float operator()(float squared) const {
        if (per_ == 0) return squared >= end_squared_ ? 1.0F : 0.0F;
        return smoothstep((std::sqrt(squared) - begin_) * per_);
    }

private:
    float begin_, end_squared_, per_;
};

/// Fills a block with a rise around a centre: `across` and `down` say how far a column and a row
/// lie from it.
template <class Across, class Down>
void fill_risen(FloatBlock& block, const Rise& rise, Across across, Down down) {
    std::vector<float> squares(static_cast<std::size_t>(block.area().width));
    for (std::size_t x = 0; x < squares.size(); ++x) {
        const float dx = across(block.area().x + static_cast<int>(x));
        squares[x] = dx * dx;
    }
    for (int y = 0; y < block.area().height; ++y) {
        const float dy = down(block.area().y + y);
        std::ranges::transform(squares, block.row(y).begin(),
                               [rise, dy](float square) { return rise(square + dy * dy); });
    }
}

}  // namespace underpaint
