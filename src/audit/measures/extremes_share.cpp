// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/extremes_share.h"

#include <fmt/format.h>

#include "audit/extremes.h"
#include "audit/slips.h"
#include "audit/tile_state.h"

namespace underpaint {

namespace {

void gather(const TileState& tile, StateTally& into) {
    into.extremes.black.add(tile.extremes.black);
    into.extremes.white.add(tile.extremes.white);
}

void report(const StateReport& from, PassAudit& pass) {
    const auto pixels = static_cast<double>(from.state.steps.count());
    pass.extremes.black = from.state.extremes.black.value() / pixels;
    pass.extremes.white = from.state.extremes.white.value() / pixels;
}

bool judge(const Judging&, Audit& audit) {
    const double sealed = audit.ground.extremes.share();
    for (PassAudit& pass : audit.passes)
        pass.extremes.verdict =
            pass.open || audit.limits.extremes == Extremes::anywhere
                ? Verdict::open
                : judge_excess(pass.extremes.share() - sealed, kHeldExtremes, kLostExtremes);
    return true;
}

void find(const Painting&, const Audit& audit, std::vector<Finding>& findings) {
    find_slips(
        audit, FindingCode::extremes, [](const PassAudit& pass) { return pass.extremes.verdict; },
        [&](const PassAudit& pass, Finding& finding) {
            finding.text = fmt::format(
                "{:.1f}% of the picture is pure black or white {}; sealed {:.1f}%",
                100 * pass.extremes.share(),
                audit.limits.extremes == Extremes::nowhere ? "where the rules allow none"
                                                           : "outside the focus",
                100 * audit.ground.extremes.share());
            finding.figure = pass.extremes.share();
            finding.budget = audit.ground.extremes.share() + kHeldExtremes;
        },
        findings);
}

std::optional<FigureWords> words(const PassAudit& pass) {
    const std::string share = fmt::format("{:.1f}%", 100 * pass.extremes.share());
    return FigureWords{share, {}, share, pass.extremes.verdict};
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    return {{"black", pass.extremes.black}, {"white", pass.extremes.white}};
}

}  // namespace

const MeasureRecord kExtremesMeasure{
    .id = "extremes",
    .label = "Pure black, pure white",
    .gather = gather,
    .report = report,
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
