// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/mends/pass_mend.h"

namespace underpaint {
namespace {

constexpr FindingCode kAgainst[] = {FindingCode::values_slip,   FindingCode::map_turns,
                                    FindingCode::part_swap,     FindingCode::parts_close,
                                    FindingCode::range_shrinks, FindingCode::shape_slips,
                                    FindingCode::focus_slips};

/// A gradient map's stops at the lightness of their places.
std::optional<Mend> match(const PassTrial& trial) {
    const Mend mend = trial.mend("Match stops to values", MatchStops{trial.index()});
    if (mended(trial.painting(), mend) == trial.painting()) return std::nullopt;
    // A map that turns over no longer does: it needs no trial.
    const bool sure = trial.finding().code == FindingCode::map_turns;
    return sure || trial.helps(mend, PassTrial::Copy::fine) ? std::optional(mend) : std::nullopt;
}

}  // namespace

const PassMend kMatchStopsMend{kAgainst, match};

}  // namespace underpaint
