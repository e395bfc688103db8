// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/range_kept.h"

#include <fmt/format.h>

#include "audit/slips.h"

namespace underpaint {
namespace {

void report(const StateReport& from, PassAudit& pass) {
    pass.range.range = range_of(from.state.steps);
    pass.range.key = key_of(from.state.steps);
    const double was = range_of(from.ground.steps).width();
    if (was > 0) pass.range.kept = pass.range.range.width() / was;
}

bool judge(const Judging& with, Audit& audit) {
    bool meant = false;
    for (PassAudit& pass : audit.passes) {
        const Pass& laid = with.painting.passes[static_cast<std::size_t>(pass.index) - 1];
        meant = meant || (laid.intent != Intent::keep && with.painting.lays(laid));
        pass.range.verdict = pass.open || meant || !pass.range.kept
                                 ? Verdict::open
                                 : judge_share(*pass.range.kept, kHeldRange, kLostRange);
    }
    return true;
}

void find(const Painting&, const Audit& audit, std::vector<Finding>& findings) {
    find_slips(
        audit, FindingCode::range_shrinks, [](const PassAudit& pass) { return pass.range.verdict; },
        [&](const PassAudit& pass, Finding& finding) {
            const Range &now = pass.range.range, &was = audit.ground.range.range;
            finding.text = fmt::format(
                "The range is {:.1f} to {:.1f}, {:.0f}% of the sealed {:.1f} to {:.1f}",
                now.darkest, now.lightest, 100 * *pass.range.kept, was.darkest, was.lightest);
            finding.figure = *pass.range.kept;
            finding.budget = kHeldRange;
        },
        findings);
}

std::optional<FigureWords> words(const PassAudit& pass) {
    const std::string kept =
        pass.range.kept ? fmt::format("{:.0f}%", 100 * *pass.range.kept) : "flat";
    return FigureWords{kept, {}, kept, pass.range.verdict};
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    return {{"darkest", pass.range.range.darkest},
            {"lightest", pass.range.range.lightest},
            {"kept", pass.range.kept},
            {"key", std::string(name_of(pass.range.key))}};
}

}  // namespace

const MeasureRecord kRangeMeasure{
    .id = "range",
    .label = "Range kept",
    .report = report,
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
