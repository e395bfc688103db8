// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <cmath>

#include "audit/mends/pass_mend.h"
#include "painting/flats.h"

namespace underpaint {
namespace {

constexpr FindingCode kAgainst[] = {
    kValuesSlip,   kPartSwap,   kPartsClose,    kFocusSlips,        kSwingSlips,
    kRangeShrinks, kShapeSlips, kAccentsSpread, kColourLeavesFocus, kExtremesAdded,
    kLightDiffers, kEdgesSlip,  kSoftEdgesLost, kBackgroundLoud};

/// The largest whole per cent of strength with which the finding is gone.
std::optional<Mend> ease(const PassTrial& trial) {
    if (shading_at(trial.painting(), trial.index())) return std::nullopt;
    const auto eased = [&](int percent) {
        return trial.mend(fmt::format("Ease to {}%", percent),
                          SetStrength{trial.index(), static_cast<float>(percent) / 100});
    };
    return trial.largest(static_cast<int>(std::lround(100 * trial.pass().strength)), eased);
}

}  // namespace

const PassMend kEaseMend{kAgainst, ease};

}  // namespace underpaint
