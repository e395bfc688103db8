// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/mends/pass_mend.h"

namespace underpaint {
namespace {

constexpr FindingCode kAgainst[] = {kSwingSlips, kLightDiffers, kShadowsGrey};

std::optional<Mend> keep_to(const PassTrial& trial, const char* label, const ValueBand& band) {
    if (!trial.pass().reach.band.whole_scale() || band.low > band.high) return std::nullopt;
    const Mend mend = trial.mend(label, SetBand{trial.index(), band});
    return trial.helps(mend, PassTrial::Copy::fine) ? std::optional(mend) : std::nullopt;
}

/// The pass lands on the lights alone.
std::optional<Mend> keep_to_lights(const PassTrial& trial) {
    const auto from = static_cast<float>(trial.figures().split.lights_from);
    return keep_to(trial, "Keep to lights", {from, 9, 0.5F});
}

std::optional<Mend> keep_to_shadows(const PassTrial& trial) {
    const auto below = static_cast<float>(trial.figures().split.shadows_below);
    return keep_to(trial, "Keep to shadows", {1, below, 0.5F});
}

}  // namespace

const PassMend kKeepToLightsMend{kAgainst, keep_to_lights};
const PassMend kKeepToShadowsMend{kAgainst, keep_to_shadows};

}  // namespace underpaint
