// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/seal_change.h"

#include <fmt/format.h>

#include "painting/changes.h"
#include "terms/shown_name.h"

namespace underpaint {

std::optional<SealChange> foresee_seal(const Painting& painting, const SharedPicture& next,
                                       Reader reader, int level, const std::stop_token& stop) {
    const AuditOptions options{reader, level, {}};
    const auto both =
        audit(compared(painting, painting.ground(), next, "The new seal"), options, stop);
    if (!both) return std::nullopt;
    const PassAudit& laid = both->passes.front();
    SealChange change{laid.value.running,
                      range_of(both->ground.steps),
                      range_of(laid.steps),
                      find_swaps(laid.parts).size(),
                      {}};
    if (painting.passes.empty()) return change;
    const auto before = audit(painting, options, stop);
    const auto after = audit(with_seal(painting, {}, next), options, stop);
    if (!before || !after) return std::nullopt;
    for (std::size_t i = 0; i < painting.passes.size(); ++i) {
        const Verdict was = before->passes[i].value.verdict, is = after->passes[i].value.verdict;
        if (was != is) change.passes.push_back({i, was, is});
    }
    return change;
}

std::string in_words(const SealChange& change, const Painting& painting) {
    const Drift& drift = change.values;
    if (drift.max < 0.005) return "It differs by less than a hundredth of a step.";
    std::string text = fmt::format(
        "{:.0f}% of the picture reads lighter and {:.0f}% darker by more than a quarter step "
        "(95% within {:.2f}, at most {:.1f}). Values go from {:.1f}–{:.1f} to {:.1f}–{:.1f}.",
        100 * drift.lighter, 100 * drift.darker, drift.p95, drift.max, change.was.darkest,
        change.was.lightest, change.is.darkest, change.is.lightest);
    if (change.swaps > 0)
        text += fmt::format(" {} {} of parts {} the other way round.", change.swaps,
                            change.swaps == 1 ? "pair" : "pairs",
                            change.swaps == 1 ? "stands" : "stand");
    if (painting.passes.empty()) return text;
    if (change.passes.empty()) return text + " Every pass is judged as before.";
    for (const auto& judged : change.passes) {
        const std::string_view was = id_of(judged.was), is = id_of(judged.is);
        text += fmt::format(" {}: {} instead of {}.", shown_name(painting.passes[judged.pass].name),
                            is, was);
    }
    return text;
}

}  // namespace underpaint
