// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <cmath>

#include "audit/mends/pass_mend.h"

namespace underpaint {
namespace {

constexpr FindingCode kAgainst[] = {kValuesSlip,    kPartSwap,      kPartsClose,    kFocusSlips,
                                    kRangeShrinks,  kShapeSlips,    kExtremesAdded, kEdgesSlip,
                                    kSoftEdgesLost, kBackgroundLoud};

/// All of the values it finds given back.
std::optional<Mend> hold(const PassTrial& trial) {
    if (trial.pass().hold >= 1) return std::nullopt;
    const Mend mend = trial.mend("Hold values", SetHold{trial.index(), 1, HoldTo::found});
    return trial.helps(mend, PassTrial::Copy::fine) ? std::optional(mend) : std::nullopt;
}

/// Only as much of them as is enough, where that is less than nearly all.
std::optional<Mend> hold_least(const PassTrial& trial) {
    constexpr int nearly_all = 90;
    const int now = static_cast<int>(std::lround(100 * trial.pass().hold));
    if (now >= nearly_all || trial.pass().hold_to != HoldTo::found) return std::nullopt;
    return trial.least(nearly_all - now, [&](int more) {
        return trial.mend(
            fmt::format("Hold {}% of values", now + more),
            SetHold{trial.index(), static_cast<float>(now + more) / 100, HoldTo::found});
    });
}

/// The seal's values given back, whoever moved them: one more pass, which lays nothing of its own
/// over what it finds and is held to the seal.
std::optional<Mend> return_to_seal(const PassTrial& trial) {
    Pass pass;
    pass.name = "Return to seal";
    pass.source = Curve{};
    pass.blend = BlendMode::normal;
    pass.hold = 1;
    pass.hold_to = HoldTo::sealed;
    pass.group = trial.pass().group;
    const Mend mend = trial.mend("Return to seal", LayAbove{trial.index(), pass});
    return trial.helps(mend, PassTrial::Copy::fine) ? std::optional(mend) : std::nullopt;
}

}  // namespace

const PassMend kHoldMend{kAgainst, hold};
const PassMend kHoldLeastMend{kAgainst, hold_least};
const PassMend kReturnMend{kAgainst, return_to_seal};

}  // namespace underpaint
