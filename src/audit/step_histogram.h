// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstdint>
#include <span>
#include <string_view>

#include "audit/tallies.h"
#include "colour/value_scale.h"

namespace underpaint {

/// How the steps (1-9) of a picture are distributed, in bins of 1/500 step.
class StepHistogram {
public:
    /// Steps beyond the scale count at its ends, NaN at the dark end.
    void add(std::span<const float> steps);
    StepHistogram& operator+=(const StepHistogram& other);
    StepHistogram& operator-=(const StepHistogram& other);

    std::uint64_t count() const { return count_; }
    /// The step below or at which a share 0..1 of the pixels lies; nearest rank, to 1/1000 step.
    double percentile(double share) const;
    /// Share 0..1 of pixels from step `low` up to, without, `high`.
    double share_between(double low, double high) const;
    /// The split that best parts lights from shadows: Otsu, "A threshold selection method from
    /// gray-level histograms", 1979. The middle of the range when all pixels are one value.
    double otsu_split() const;

private:
    BinCounts bins_;
    std::uint64_t count_ = 0;
};

/// Darkest and lightest as a painter counts them: the 0.5 and 99.5 percentile.
Range range_of(const StepHistogram& histogram);

/// Key by the median step: below 4, 4-6, above 6. "narrow", "medium" or "wide" by the range: below
/// 4, 4-6, above 6 steps.
Key key_of(const StepHistogram& histogram);
std::string_view width_of(const Range& range);

}  // namespace underpaint
