// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/value_drift.h"

#include <fmt/format.h>

#include <algorithm>

#include "audit/finding.h"
#include "audit/measures.h"
#include "audit/tile_state.h"
#include "painting/shown_name.h"

namespace underpaint {

ValueTally& ValueTally::operator+=(const ValueTally& other) {
    running += other.running;
    own += other.own;
    judged += other.judged;
    own_judged += other.own_judged;
    return *this;
}

namespace {

void gather(const TileState& tile, StateTally& into) {
    const auto sealed = tile.sealed.samples(), found = tile.found.samples();
    const auto now = tile.now.samples(), reference = tile.reference.samples();
    ValueTally& tally = into.value;
    tally.running.add(now, sealed);
    if (tile.laid)
        tally.own.add(now, found);
    else
        tally.own.add_unmoved(now.size());
    if (tile.all_keep) return;
    std::vector<float> expected(found.begin(), found.end());
    for (std::size_t p = 0; p < now.size(); ++p)
        expected[p] += meant(tile.intent, now[p] - found[p]);
    tally.judged.add(now, reference);
    tally.own_judged.add(now, expected);
}

void report(const StateReport& from, PassAudit& pass) {
    const ValueTally& tally = from.state.value;
    ValueAudit& value = pass.value;
    value.running = tally.running.drift();
    value.own = tally.own.drift();
    value.judged_p95 = from.all_keep ? value.running.p95 : tally.judged.drift().p95;
    value.own_judged_p95 = from.all_keep ? value.own.p95 : tally.own_judged.drift().p95;
}

bool judge(const Judging&, Audit& audit) {
    for (PassAudit& pass : audit.passes)
        pass.value.verdict =
            pass.open ? Verdict::open : judge_drift(pass.value.judged_p95, audit.limits.drift);
    return true;
}

/// "lighter", "darker", or "both ways" when neither side has twice the other.
const char* direction(const Drift& drift) {
    if (drift.lighter > 2 * drift.darker) return "lighter";
    return drift.darker > 2 * drift.lighter ? "darker" : "off, both ways";
}

const PassAudit* brought_back_after(const Audit& audit, std::size_t index) {
    for (std::size_t i = index + 1; i < audit.passes.size(); ++i)
        if (!is_bad(audit.passes[i].value.verdict)) return &audit.passes[i];
    return nullptr;
}

/// A pass is named when it took the balance across a limit, or would cross one by itself; not when
/// it brought the balance nearer.
void find_slips(const Painting&, const Audit& audit, std::vector<Finding>& findings) {
    double p95_before = 0;
    Verdict before = Verdict::held;
    for (std::size_t i = 0; i < audit.passes.size(); ++i) {
        const PassAudit& pass = audit.passes[i];
        if (pass.open) continue;
        const Verdict now = pass.value.verdict,
                      own = judge_drift(pass.value.own_judged_p95, audit.limits.drift);
        const bool crossed = now > before, nearer = pass.value.judged_p95 < p95_before;
        before = now, p95_before = pass.value.judged_p95;
        if (!crossed && (!is_bad(own) || nearer)) continue;

        const std::string name = shown_name(pass.name);
        const Drift& drift = pass.value.own;
        std::string text =
            is_bad(own) ? fmt::format(
                              "{} makes {:.0f}% of the picture {} by more than a quarter step (95% "
                              "within {:.2f}; the budget is {:.2f})",
                              name, 100 * (drift.lighter + drift.darker), direction(drift),
                              drift.p95, audit.limits.drift)
                        : fmt::format(
                              "{} takes the drift since the seal to {:.2f} step; the budget is "
                              "{:.2f}. Its own share is {:.2f}",
                              name, pass.value.judged_p95, audit.limits.drift, drift.p95);
        const PassAudit* back = is_bad(now) ? brought_back_after(audit, i) : nullptr;
        Verdict verdict = std::min(worse(own, now), audit.balance());
        if (!is_bad(now)) {
            verdict = Verdict::held;
            text += ", and the balance still holds";
        } else if (back != nullptr) {
            verdict = Verdict::held;
            text += fmt::format("; pass {} brought it back", back->index);
        }
        Finding finding{FindingCode::values_slip, verdict, pass.index,
                        fmt::format("{}. Pass {}.", text, pass.index)};
        finding.figure = pass.value.judged_p95;
        finding.budget = audit.limits.drift;
        findings.push_back(std::move(finding));
    }
}

std::optional<FigureWords> words(const PassAudit& pass) {
    const std::string now = fmt::format("{:.2f}", pass.value.running.p95);
    return FigureWords{now, fmt::format("{:.2f}", pass.value.own.p95), now, pass.value.verdict};
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    const Drift& running = pass.value.running;
    return {{"mean", running.mean},
            {"p95", running.p95},
            {"max", running.max},
            {"changed_steps", running.changed_steps},
            {"own_p95", pass.value.own.p95}};
}

}  // namespace

const MeasureRecord kValueMeasure{
    .id = "value",
    .label = "Value",
    .column = true,
    .of_trials = true,
    .gather = gather,
    .report = report,
    .judge = judge,
    .find = find_slips,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
