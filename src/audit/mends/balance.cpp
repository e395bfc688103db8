// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "audit/mends/pass_mend.h"
#include "audit/shade_balance.h"

namespace underpaint {
namespace {

constexpr FindingCode kAgainst[] = {kValuesSlip};

/// Of a shading, where that leaves less drift than it has.
std::optional<Mend> balance(const PassTrial& trial) {
    const auto shading = shading_at(trial.painting(), trial.index());
    if (!shading) return std::nullopt;
    const Reader reader = trial.figures().reader;
    const auto best = balance_for(trial.painting(), *shading, reader, trial.stop());
    if (!best) return std::nullopt;
    const Mend mend = trial.mend(fmt::format("Balance at {:.0f}% over", 100 * best->best),
                                 SetBalance{shading->over, best->best});
    AuditOptions options;
    options.reader = reader;
    options.only_values_after = shading->over + 1;
    const auto after = audit(mended(trial.painting(), mend), options, trial.stop());
    const double now = trial.figures().passes[shading->over].value.judged_p95;
    return after && after->passes.back().value.judged_p95 < now ? std::optional(mend)
                                                                : std::nullopt;
}

}  // namespace

const PassMend kBalanceMend{kAgainst, balance};

}  // namespace underpaint
