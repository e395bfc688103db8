// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <vector>

namespace underpaint {

/// gamut_chroma() as vectors read it: rows of hue, counted along the diamond |a| + |b| = 1 as
/// temperature_on_diamond() is, the first again at the end, columns of lightness 0..1. Between its
/// points it is straight both ways; within 0.004 of the exact figure away from black and white.
struct GamutTable {
    static constexpr int kLights = 129, kTurns = 256;
    static constexpr float kUnit = 98304;  ///< of chroma 1: the most is under 2^15
    /// A chroma in the lower 16 bits, the next hue's above it, so that one look at two neighbours
    /// finds all four that are needed.
    std::vector<std::int32_t> pairs;
};
/// Made on first use. Thread-safe.
const GamutTable& gamut_on_diamond();

}  // namespace underpaint
