// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/range_kept.h"

#include <fmt/format.h>

#include "audit/slips.h"
#include "audit/sought.h"
#include "render/readings.h"

namespace underpaint {
namespace {

void report(const StateReport& from, PassAudit& pass) {
    pass.range.range = range_of(from.state.steps);
    pass.range.key = key_of(from.state.steps);
    const double was = range_of(from.ground.steps).width();
    if (was > 0) pass.range.kept = pass.range.range.width() / was;
}

std::optional<double> figure(const PassAudit& pass) {
    return pass.range.kept;
}

std::optional<Bounds> bounds(const Audit&, const PassAudit&) {
    return Bounds{kHeldRange, kLostRange};
}

bool judge(const Judging& with, Audit& audit) {
    bool meant = false;
    for (PassAudit& pass : audit.passes) {
        const Pass& laid = with.painting.passes[static_cast<std::size_t>(pass.index) - 1];
        meant = meant || (laid.intent != Intent::keep && with.painting.lays(laid));
        pass.range.verdict = meant ? Verdict::open : judged(kRangeMeasure, audit, pass);
    }
    return true;
}

void find(const Painting&, const Audit& audit, std::vector<Finding>& findings) {
    find_slips(
        audit, kRangeShrinks, [](const PassAudit& pass) { return pass.range.verdict; },
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
    return said_once(kept, pass.range.verdict);
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    return {{"darkest", pass.range.range.darkest},
            {"lightest", pass.range.range.lightest},
            {"kept", pass.range.kept},
            {"key", std::string(name_of(pass.range.key))}};
}

/// What was darker than anything is now, or lighter.
MarkPixels beyond_range(const Audit& figures, std::size_t pass) {
    const Range now = figures.passes[pass].range.range;
    return [now, reader = figures.reader](const PassStates& states, FloatBlock& cover) {
        const FloatBlock steps = steps_of(states.sealed, reader);
        mark_where(cover, [&](std::size_t i) {
            const double step = static_cast<double>(steps.samples()[i]);
            return step < now.darkest || step > now.lightest;
        });
    };
}

constexpr std::array kKinds{FindingKind{
    .code = kRangeShrinks,
    .place =
        [](const Sought& sought) {
            return sought.after_pass(beyond_range(sought.figures, sought.pass()));
        },
}};

}  // namespace

const MeasureRecord kRangeMeasure{
    .id = "range",
    .label = "Range kept",
    .kinds = {kKinds, kRangeCodes},
    .figure = figure,
    .bounds = bounds,
    .report = report,
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
