// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <span>

#include "raster/rgb_block.h"

namespace underpaint {

// What is counted over rows of figures, by vectors; see row_tolerance.h. Sums differ in their last
// digits between instruction sets, counts and bins don't.

/// How far some figures stand from others.
struct RowDrift {
    double sum = 0;  ///< of the absolute differences
    float max = 0;
    std::uint32_t changed = 0;           ///< whose nearest whole number is another
    std::uint32_t above = 0, below = 0;  ///< that rose or fell by more than `slack`
};
/// Width of the bins for differences beyond one unit, in bins within it.
inline constexpr std::int32_t kWiderBins = 10;
/// Into which bins differences are counted: the absolute one times `per_unit`, the nearest whole
/// number, at most `last`; what of it is beyond `per_unit` by wider bins, see folded().
struct DriftBins {
    std::int32_t per_unit, last;  ///< last less than 40,000 beyond the other
};
RowDrift drift_row(std::span<const float> now, std::span<const float> then, float slack,
                   const DriftBins& into, std::span<std::int32_t> bins);
/// The bin of such a whole number.
constexpr std::int32_t folded(std::int32_t bin, std::int32_t per_unit) {
    return bin <= per_unit ? bin : per_unit + (bin - per_unit + kWiderBins / 2) / kWiderBins;
}

/// Adds values times a weight to sums.
void add_weighted_row(std::span<const float> values, float weight, std::span<float> sums);

/// (value - from) times `per_unit`, the nearest whole number of 0..last; NaN is 0.
void bin_row(std::span<const float> values, float from, float per_unit, std::int32_t last,
             std::span<std::int32_t> bins);

/// The sum of values times their weights.
double weighted_sum(std::span<const float> values, std::span<const float> weights);
double sum_of(std::span<const float> values);

/// How much weight lies on pixels whose channels are all at most `margin` from 0, and from 1.
struct RowExtremes {
    double black = 0, white = 0;
};
RowExtremes extremes_in_row(ConstRgbRow pixels, std::span<const float> weights, float margin);

}  // namespace underpaint
