// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstdint>
#include <optional>
#include <span>

#include "audit/finding_kind.h"
#include "audit/tallies.h"

namespace underpaint {

struct ColourBlocks;
struct TileState;

/// How the strengths of colours are distributed (see strength()), 0..1, in bins of a thousandth.
class StrengthHistogram {
public:
    void add(std::span<const float> strengths);
    /// Those whose weight is more than a half.
    void add_inside(std::span<const float> strengths, std::span<const float> weights);
    StrengthHistogram& operator+=(const StrengthHistogram& other);
    StrengthHistogram& operator-=(const StrengthHistogram& other);
    /// Without those of another, which are among them.
    StrengthHistogram without(const StrengthHistogram& other) const;

    std::uint64_t count() const { return count_; }
    double percentile(double share) const;  ///< nearest rank
    /// Mean 0..1 of smoothstep(kAccentsFrom, kAccentsFull, strength / strongest).
    double accent_share(double strongest) const;

private:
    BinCounts bins_;
    std::uint64_t count_ = 0;
};

/// Sums of a tile.
struct IntensityTally {
    StrengthHistogram all, in_focus;
    std::uint64_t intense = 0;  ///< pixels with an intensity of kGreyPicture or more
    static constexpr auto kMembers =
        std::tuple(&IntensityTally::all, &IntensityTally::in_focus, &IntensityTally::intense);
    /// A tile's, whose colours these are.
    void add(const TileState& tile, const ColourBlocks& colours);
    /// See IntensityAudit.
    std::optional<double> lead() const;
};

inline constexpr double kStrongestPercentile = 0.995;
/// Colours begin to count as the strongest at this share of the 99.5th percentile, and count whole
/// from the other one on: so softly that a glaze nobody sees can't move their area by a jump.
inline constexpr double kAccentsFrom = 0.7, kAccentsFull = 0.9;
/// Half-way between: what is shown as the place of the strongest colours.
inline constexpr double kAccentShown = 0.8;
/// A picture whose strongest colour is under this counts as grey; so does one of which less than
/// half a percent has that intensity.
inline constexpr double kGreyPicture = 0.04;
bool is_coloured(const IntensityTally& tally);

struct IntensityAudit {
    double strongest = 0;                ///< 99.5th percentile of strength
    std::optional<double> accent_share;  ///< see StrengthHistogram; grey: nothing
    /// The same percentile inside the foci over that of the rest; nothing without foci or colour.
    std::optional<double> lead;
};

/// From where on a lead that the focus has is one, and is a clear one.
inline constexpr double kHasLead = 1, kClearLead = 1.2;

inline constexpr FindingCode kAccentsSpread{"accents-spread"};
inline constexpr std::array kAccentCodes{kAccentsSpread};
inline constexpr FindingCode kColourLeavesFocus{"colour-leaves-focus"};
inline constexpr std::array kIntensityCodes{kColourLeavesFocus};

}  // namespace underpaint
