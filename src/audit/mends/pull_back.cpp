// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "audit/mends/pass_mend.h"

namespace underpaint {
namespace {

constexpr FindingCode kAgainst[] = {kAccentsSpread, kColourLeavesFocus, kSwingSlips};

/// The most intensity of the pass's own colours with which its accent stays where it belongs.
std::optional<Mend> pull_back(const PassTrial& trial) {
    const Tune now = trial.pass().tune;
    return trial.largest(static_cast<int>(100 * now.intensity), [&](int percent) {
        Tune tune = now;
        tune.intensity = static_cast<float>(percent) / 100;
        return trial.mend(fmt::format("Pull back to {}%", percent), SetTune{trial.index(), tune});
    });
}

}  // namespace

const PassMend kPullBackMend{kAgainst, pull_back};

}  // namespace underpaint
