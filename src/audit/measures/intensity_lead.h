// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <optional>
#include <span>

#include "audit/tallies.h"

namespace underpaint {

/// How strong colours are distributed, 0..1, in bins of a thousandth.
class IntensityHistogram {
public:
    void add(std::span<const float> intensities);
    /// Those whose weight is more than a half.
    void add_inside(std::span<const float> intensities, std::span<const float> weights);
    IntensityHistogram& operator+=(const IntensityHistogram& other);
    IntensityHistogram& operator-=(const IntensityHistogram& other);
    /// Without those of another, which are among them.
    IntensityHistogram without(const IntensityHistogram& other) const;

    std::uint64_t count() const { return count_; }
    double percentile(double share) const;  ///< nearest rank
    /// Share 0..1 of the pixels at or above.
    double share_from(double intensity) const;

private:
    BinCounts bins_;
    std::uint64_t count_ = 0;
};

/// What is gathered tile by tile.
struct IntensityTally {
    IntensityHistogram all, in_focus;
    static constexpr auto kMembers = std::tuple(&IntensityTally::all, &IntensityTally::in_focus);
};

/// Intensities count as the strongest from 0.8 of the 99.5th percentile on.
inline constexpr double kStrongestPercentile = 0.995, kAccentFrom = 0.8;
/// A picture whose strongest colour is under this counts as grey.
inline constexpr double kGreyPicture = 0.04;
bool is_coloured(const IntensityTally& tally);

struct IntensityAudit {
    double strongest = 0;                ///< 99.5th percentile of intensity
    std::optional<double> accent_share;  ///< of the picture, at or above 0.8 of that; grey: nothing
    /// The same percentile inside the foci over that of the rest; nothing without foci or colour.
    std::optional<double> lead;
};

/// From where on a lead that the focus has is one, and is a clear one.
inline constexpr double kHasLead = 1, kClearLead = 1.2;

}  // namespace underpaint
