// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <array>
#include <atomic>
#include <cstdint>
#include <optional>
#include <span>
#include <vector>

#include "audit/finding_kind.h"
#include "painting/pass.h"
#include "raster/rgb_block.h"
#include "terms/verdict.h"

namespace underpaint {

/// Whether a pass brings colour to a place, so that what lies beside it stays without. One that
/// lands on some values only does not: what it leaves out between them was left out on purpose.
bool brings_colour(const Pass& pass);

/// For each pixel of a picture the first pass that reached it. Any number of threads may add strips
/// of tiles, as walk_tiles() gives them.
class ReachedFirst {
public:
    ReachedFirst(Size size, int strip_rows);

    /// One pass over one strip. A pixel is reached once what passes cover of it comes to a half.
    /// \param sum  of what earlier passes cover of the strip; grows
    /// \return whether all of the strip is reached
    bool add(const FloatBlock& cover, std::size_t pass, FloatBlock& sum);

    Size size() const { return size_; }
    /// Whether a pass, counted from 1, was the first anywhere.
    bool first_anywhere(std::size_t pass) const { return first_anywhere_[number_of(pass)]; }

    /// A stretch of a row that is not reached.
    struct Run {
        int y, left, end;
    };
    /// Appends those of a row that none of the first `passes` reached, from left to right. A pass
    /// later than the 253rd counts as that one.
    void open_runs(int y, std::size_t passes, std::vector<Run>& runs) const;

private:
    static constexpr std::uint8_t kNever = 255;
    static std::uint8_t number_of(std::size_t pass) {
        return static_cast<std::uint8_t>(std::min<std::size_t>(pass, kNever - 1));
    }

    /// One that a single pass reached all of, or none did, is one number.
    struct Strip {
        std::uint8_t all = kNever;
        std::vector<std::uint8_t> each;
    };
    std::size_t strip_at(int x, int y) const;

    Size size_;
    int strip_rows_, columns_;
    std::vector<Strip> strips_;
    std::array<std::atomic<bool>, kNever> first_anywhere_{};
};

/// Slivers that no colour pass reaches: pixels that hang together, at least one viewing pixel and
/// at most kMostGap of the picture in all, inside the hull of what is reached.
struct GapsAudit {
    std::size_t count = 0;
    double share = 0;           ///< of the picture, 0..1
    std::vector<Rect> largest;  ///< where the largest lie, at most kShownGaps
    Verdict verdict = Verdict::open;
};
inline constexpr double kMostGap = 0.0005;
inline constexpr std::size_t kShownGaps = 64;

/// After the first `passes`. Nothing where so much lies open in so many pieces that it was not
/// counted.
std::optional<GapsAudit> gaps_after(const ReachedFirst& reached, std::size_t passes);

inline constexpr FindingCode kGapsLeft{"gaps"};
inline constexpr std::array kGapsCodes{kGapsLeft};

}  // namespace underpaint
