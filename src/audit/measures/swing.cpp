// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/swing.h"

#include <fmt/format.h>

#include <cmath>

#include "audit/figures.h"
#include "audit/finding.h"
#include "audit/slips.h"
#include "audit/tile_state.h"
#include "blend/tally_rows.h"

namespace underpaint {

double SwingTally::swing() const {
    return light.empty() || shadow.empty() ? 0 : light.value() - shadow.value();
}

Verdict judge_swing(double now, double largest_before) {
    if (std::fabs(largest_before) < kLeastSwing) return Verdict::held;
    return judge_share(now / largest_before, 0.8, 0.5);
}

double largest_swing(double now, double largest_before) {
    const bool measured = std::fabs(largest_before) >= kLeastSwing;
    if (measured && now * largest_before < 0) return largest_before;
    return std::fabs(now) > std::fabs(largest_before) ? now : largest_before;
}

Verdict SwingJudge::judge(double now) {
    if (wanted_ == 0.0) return judge_excess(std::fabs(now), kOneTemperature, 2 * kOneTemperature);
    const Verdict by_itself = judge_swing(now, largest_);
    largest_ = largest_swing(now, largest_);
    if (!wanted_) return by_itself;
    reached_ = reached_ || now / *wanted_ >= 1;
    return reached_ ? judge_share(now / *wanted_, 1, 0.5) : by_itself;
}

namespace {

void gather(const TileState& tile, StateTally& into) {
    const auto warmth = tile.colours.warmth.samples();
    const auto lights = tile.lights.samples(), shadows = tile.shadows.samples();
    into.swing.light.add(weighted_sum(warmth, lights), sum_of(lights));
    into.swing.shadow.add(weighted_sum(warmth, shadows), sum_of(shadows));
}

void report(const StateReport& from, PassAudit& pass) {
    const SwingTally& tally = from.state.swing;
    SwingAudit& swing = pass.swing;
    swing.measured =
        !tally.light.empty() && !tally.shadow.empty() && is_coloured(from.state.intensity);
    if (!swing.measured) return;
    swing.lights = tally.light.value(), swing.shadows = tally.shadow.value();
    swing.swing = swing.lights - swing.shadows;
}

bool judge(const Judging&, Audit& audit) {
    SwingJudge judge(audit.limits.swing);
    judge.judge(audit.ground.swing.swing);
    audit.ground.swing.own = audit.ground.swing.swing;
    audit.ground.swing.split = audit.split;
    for (PassAudit& pass : audit.passes) {
        SwingAudit& swing = pass.swing;
        swing.split = audit.split;
        swing.own = swing.swing - audit.before(pass).swing.swing;
        swing.verdict = pass.open ? Verdict::open : judge.judge(swing.swing);
    }
    return true;
}

/// What the swing is measured by when a pass comes.
double largest_before(const Audit& audit, const PassAudit& pass) {
    double largest = largest_swing(audit.ground.swing.swing, 0);
    for (const PassAudit& each : audit.passes)
        if (each.index < pass.index && !each.open)
            largest = largest_swing(each.swing.swing, largest);
    return largest;
}

void find_swing(const Painting&, const Audit& audit, std::vector<Finding>& findings) {
    const auto slips = slips_of(audit, [](const PassAudit& pass) { return pass.swing.verdict; });
    for (const Slip& slip : slips) {
        const SwingAudit& swing = slip.pass->swing;
        const bool apart = audit.limits.swing == 0.0;
        Finding finding{FindingCode::swing_slips, slip.verdict, slip.pass->index};
        finding.figure = slip.back != nullptr ? swing.swing : audit.passes.back().swing.swing;
        finding.swing_to_be_small = apart;
        finding.budget = apart
                             ? kOneTemperature
                             : audit.limits.swing.value_or(0.8 * largest_before(audit, *slip.pass));
        if (slip.back == nullptr) finding.pass = most_to_blame(finding, audit, finding.pass);
        const PassAudit& named = audit.passes[static_cast<std::size_t>(finding.pass) - 1];
        const double before = named.swing.swing - named.swing.own;
        const double after = slip.back != nullptr ? swing.swing : *finding.figure;
        const bool turned = after * before < 0 && swing.verdict == Verdict::lost;
        finding.text =
            fmt::format("Lights and shadows {}: light minus shadow warmth went from {} to {}",
                        turned  ? "changed sides"
                        : apart ? "drew apart, and one temperature is planned"
                                : "drew together",
                        with_sign(before, 1), with_sign(after, 1));
        if (slip.back != nullptr)
            finding.text += fmt::format("; pass {} brought them back", slip.back->index);
        finding.text += fmt::format(". Pass {}.", finding.pass);
        findings.push_back(std::move(finding));
    }
    // A plan that is not reached yet is no slip.
    const PassAudit& last = audit.passes.back();
    const auto wanted = audit.limits.swing;
    if (!wanted || *wanted == 0 || last.open || !last.swing.measured ||
        is_bad(last.swing.verdict) || last.swing.swing / *wanted >= 1)
        return;
    Finding finding{FindingCode::swing_short, Verdict::open, 0,
                    fmt::format("Lights and shadows differ by {} so far; the brief asks for {}.",
                                with_sign(last.swing.swing, 1), with_sign(*wanted, 1))};
    finding.figure = last.swing.swing;
    finding.budget = *wanted;
    findings.push_back(std::move(finding));
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (!pass.swing.measured && pass.swing.own == 0)
        return FigureWords{"none", with_sign(0, 1), "none", pass.swing.verdict};
    const std::string now = with_sign(pass.swing.swing, 1);
    return FigureWords{now, with_sign(pass.swing.own, 1), now, pass.swing.verdict};
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    const SwingAudit& swing = pass.swing;
    const auto measured = [&](double v) {
        return swing.measured ? std::optional(v) : std::nullopt;
    };
    return {{"lights", measured(swing.lights)},
            {"shadows", measured(swing.shadows)},
            {"swing", measured(swing.swing)},
            {"split", FigureFields{{"shadows_below", swing.split.shadows_below},
                                   {"lights_from", swing.split.lights_from},
                                   {"by", swing.split.planned ? "plan" : "picture"}}},
            {"own", swing.own}};
}

}  // namespace

const MeasureRecord kSwingMeasure{
    .id = "swing",
    .label = "Swing",
    .column = true,
    .gather = gather,
    .report = report,
    .judge = judge,
    .find = find_swing,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
