// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>

#include "audit/exact_sum.h"
#include "audit/finding_kind.h"
#include "audit/tallies.h"
#include "terms/verdict.h"

namespace underpaint {

/// Sums of a tile: pixels where the house rules allow no pure black and white, or would not.
struct ExtremesTally {
    ExactSum black, white;
    static constexpr auto kMembers = std::tuple(&ExtremesTally::black, &ExtremesTally::white);
};

/// Shares 0..1 of the picture that are pure black or white, or within 2/255 of it: outside the
/// foci, or anywhere where the house rules allow them nowhere.
struct ExtremesAudit {
    double black = 0, white = 0;
    double share() const { return black + white; }
    /// By what passes added to the seal's own share; open where the rules allow them anywhere.
    Verdict verdict = Verdict::open;
};
inline constexpr double kHeldExtremes = 0.001, kLostExtremes = 0.01;

inline constexpr FindingCode kExtremesAdded{"extremes"};
inline constexpr std::array kExtremesCodes{kExtremesAdded};

}  // namespace underpaint
