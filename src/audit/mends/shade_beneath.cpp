// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "audit/mends/pass_mend.h"
#include "audit/no_effect.h"

namespace underpaint {
namespace {

constexpr FindingCode kAgainst[] = {kWithoutEffect};

/// Blends that have nothing to take hold of in white.
bool bites_on_middles(BlendMode blend) {
    return blend == BlendMode::overlay || blend == BlendMode::soft_light ||
           blend == BlendMode::screen || blend == BlendMode::color_dodge ||
           blend == BlendMode::plus || blend == BlendMode::lighten;
}

std::optional<Mend> shade(const PassTrial& trial) {
    if (!bites_on_middles(trial.pass().blend)) return std::nullopt;
    const auto beneath = shade_beneath(trial.painting(), trial.index(), trial.stop());
    if (!beneath) return std::nullopt;
    return trial.mend(fmt::format("Shade beneath at {:.0f}%", 100 * beneath->strength),
                      LayBeneath{trial.index(), *beneath});
}

}  // namespace

const PassMend kShadeBeneathMend{kAgainst, shade};

}  // namespace underpaint
