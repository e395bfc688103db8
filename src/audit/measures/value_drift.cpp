// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/value_drift.h"

#include <fmt/format.h>
#include <cmath>

#include <algorithm>

#include "audit/finding.h"
#include "audit/laid_shares.h"
#include "audit/measures.h"
#include "audit/sought.h"
#include "audit/tile_state.h"
#include "render/readings.h"
#include "terms/shown_name.h"

namespace underpaint {

namespace {

void gather(const TileState& tile, StateTally& into) {
    const auto now = tile.now.samples();
    into.value.running.add(now, tile.sealed.samples());
    if (!tile.all_keep) into.value.judged.add(now, tile.reference.samples());
}

void gather_pass(const TileState& tile, PassTally& into) {
    const auto found = tile.found.samples(), now = tile.now.samples();
    into.value.own.add(now, found);
    if (tile.all_keep) return;
    thread_local std::vector<float> expected;
    expected.assign(found.begin(), found.end());
    for (std::size_t p = 0; p < now.size(); ++p)
        expected[p] += meant(tile.intent, now[p] - found[p]);
    into.value.judged.add(now, expected);
}

/// Of the whole picture: what a pass left alone was not moved.
Drift whole(DriftTally drift, std::uint64_t pixels) {
    drift.add_unmoved(pixels - drift.count());
    return drift.drift();
}

void report(const StateReport& from, PassAudit& pass) {
    const std::uint64_t pixels = from.state.steps.count();
    ValueAudit& value = pass.value;
    value.running = from.state.value.running.drift();
    value.own = whole(from.pass.value.own, pixels);
    value.judged_p95 = from.all_keep ? value.running.p95 : from.state.value.judged.drift().p95;
    value.own_judged_p95 =
        from.all_keep ? value.own.p95 : whole(from.pass.value.judged, pixels).p95;
}

std::optional<double> figure(const PassAudit& pass) {
    return pass.value.judged_p95;
}

std::optional<Bounds> bounds(const Audit& audit, const PassAudit&) {
    return drift_bounds(audit.limits.drift);
}

bool judge(const Judging&, Audit& audit) {
    for (PassAudit& pass : audit.passes) pass.value.verdict = judged(kValueMeasure, audit, pass);
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

/// A pass is named when it would cross a limit by itself, unless it brought the balance nearer; and
/// where a pass that would not took the balance across one, the pass with the largest share.
void find_slips(const Painting&, const Audit& audit, std::vector<Finding>& findings) {
    double p95_before = 0;
    Verdict before = Verdict::held;
    for (std::size_t i = 0; i < audit.passes.size(); ++i) {
        const PassAudit& pass = audit.passes[i];
        if (pass.open) continue;
        const Verdict now = pass.value.verdict,
                      own = judged(pass.value.own_judged_p95, drift_bounds(audit.limits.drift));
        const bool crossed = now > before, nearer = pass.value.judged_p95 < p95_before;
        before = now, p95_before = pass.value.judged_p95;
        if (!crossed && (!is_bad(own) || nearer)) continue;

        Finding finding{kValuesSlip, Verdict::held, pass.index};
        finding.figure = pass.value.judged_p95;
        finding.budget = audit.limits.drift;
        if (!is_bad(own)) {
            finding.pass = most_to_blame(finding, audit, pass.index, i + 1);
            // The pass may already have a finding for its own drift.
            if (std::ranges::any_of(findings, [&](const Finding& each) {
                    return each.code == finding.code && each.pass == finding.pass;
                }))
                continue;
        }
        const PassAudit& named = audit.passes[static_cast<std::size_t>(finding.pass) - 1];
        const std::string name = shown_name(named.name);
        const Drift& drift = named.value.own;
        std::string text =
            is_bad(own) ? fmt::format(
                              "{} makes {:.0f}% of the picture {} by more than a quarter step (95% "
                              "within {:.2f}; the budget is {:.2f})",
                              name, 100 * (drift.lighter + drift.darker), direction(drift),
                              drift.p95, audit.limits.drift)
                        : fmt::format(
                              "{} has the largest share in the drift since the seal, which comes "
                              "to {:.2f} step; the budget is {:.2f}. By itself it moves values by "
                              "{:.2f}",
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
        finding.verdict = verdict;
        finding.text = fmt::format("{}. Pass {}.", text, finding.pass);
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

/// Values that the pass moved by more than may be.
MarkPixels moved_values(Reader reader) {
    return [=](const PassStates& states, FloatBlock& cover) {
        const FloatBlock was = steps_of(states.before, reader), is = steps_of(states.after, reader);
        mark_where(cover, [&](std::size_t i) {
            return std::fabs(is.samples()[i] - was.samples()[i]) > kQuarterStep;
        });
    };
}

constexpr std::array kKinds{FindingKind{
    .code = kValuesSlip,
    .better = Better::small,
    .place =
        [](const Sought& sought) { return sought.by_pass(moved_values(sought.figures.reader)); },
}};

}  // namespace

const MeasureRecord kValueMeasure{
    .id = "value",
    .label = "Value",
    .column = true,
    .of_trials = true,
    .kinds = {kKinds, kValueCodes},
    .figure = figure,
    .bounds = bounds,
    .gather = gather,
    .gather_pass = gather_pass,
    .report = report,
    .judge = judge,
    .find = find_slips,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
