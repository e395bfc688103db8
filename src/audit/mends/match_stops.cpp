// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/map_turns.h"
#include "audit/mends/pass_mend.h"

namespace underpaint {
namespace {

constexpr FindingCode kAgainst[] = {kValuesSlip,   kMapTurns,   kPartSwap,  kPartsClose,
                                    kRangeShrinks, kShapeSlips, kFocusSlips};

/// A gradient map's stops at the lightness of their places.
std::optional<Mend> match(const PassTrial& trial) {
    const Mend mend = trial.mend("Match stops to values", MatchStops{trial.index()});
    if (mended(trial.painting(), mend) == trial.painting()) return std::nullopt;
    // Matching the stops always ends a map that turns over, so it needs no trial.
    const bool sure = trial.finding().code == kMapTurns;
    return sure || trial.helps(mend, PassTrial::Copy::fine) ? std::optional(mend) : std::nullopt;
}

}  // namespace

const PassMend kMatchStopsMend{kAgainst, match};

}  // namespace underpaint
