// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cstdint>
#include <span>

#include "audit/exact_sum.h"
#include "audit/tallies.h"

namespace underpaint {

/// A drift that words call "more than a quarter step".
inline constexpr double kQuarterStep = 0.25;

/// How far steps (of the nine-step scale) stand from where they should: figures of |d|, d = step
/// now minus step then, over every pixel.
struct Drift {
    double mean = 0, p95 = 0, max = 0;
    double changed_steps = 0;        ///< share 0..1 of pixels whose rounded step is another
    double lighter = 0, darker = 0;  ///< share 0..1 of pixels beyond kQuarterStep, each way
    friend bool operator==(const Drift&, const Drift&) = default;
};

/// Gathers drift pixel by pixel. Tallies of separate tiles add up to the same figures in any order.
class DriftTally {
public:
    void add(std::span<const float> steps_now, std::span<const float> steps_then);
    /// Pixels that stand where they stood.
    void add_unmoved(std::size_t pixels);
    DriftTally& operator+=(const DriftTally& other);
    /// All but the maximum, which can't be taken off again.
    DriftTally& operator-=(const DriftTally& other);
    void raise_max(const DriftTally& other) { max_ = std::max(max_, other.max_); }
    void forget_max() { max_ = 0; }

    std::uint64_t count() const { return count_; }
    /// The 95th percentile is the nearest rank, to 1/5000 step where it is below one and to 1/500
    /// beyond; mean and maximum are exact.
    Drift drift() const;

private:
    BinCounts bins_;
    std::uint64_t count_ = 0, changed_ = 0, lighter_ = 0, darker_ = 0;
    ExactSum sum_;
    float max_ = 0;
};

}  // namespace underpaint
