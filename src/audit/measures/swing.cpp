// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/swing.h"

#include <fmt/format.h>

#include <cmath>

#include "audit/finding.h"
#include "audit/slips.h"
#include "audit/sought.h"
#include "audit/tile_state.h"
#include "blend/tally_rows.h"
#include "render/readings.h"
#include "terms/figures.h"

namespace underpaint {

double SwingTally::swing() const {
    return light.empty() || shadow.empty() ? 0 : light.value() - shadow.value();
}

Bounds planned_swing(double wanted) {
    if (wanted == 0) return {kOneTemperature, 2 * kOneTemperature, Better::near_nought};
    return {wanted, wanted / 2, wanted > 0 ? Better::large : Better::small};
}

std::optional<Bounds> kept_swing(double largest_before) {
    if (std::fabs(largest_before) < kLeastSwing) return std::nullopt;
    return Bounds{0.8 * largest_before, 0.5 * largest_before,
                  largest_before > 0 ? Better::large : Better::small};
}

double largest_swing(double now, double largest_before) {
    const bool measured = std::fabs(largest_before) >= kLeastSwing;
    if (measured && now * largest_before < 0) return largest_before;
    return std::fabs(now) > std::fabs(largest_before) ? now : largest_before;
}

namespace {

bool is_reached(double now, double wanted) {
    return judged(now, planned_swing(wanted)) == Verdict::held;
}

}  // namespace

Verdict SwingJudge::judge(double now) {
    if (wanted_ == 0.0) return judged(now, planned_swing(0));
    const auto kept = kept_swing(largest_);
    largest_ = largest_swing(now, largest_);
    reached_ = reached_ || (wanted_ && is_reached(now, *wanted_));
    if (reached_) return judged(now, planned_swing(*wanted_));
    return kept ? judged(now, *kept) : Verdict::held;
}

void SwingTally::add(const TileState& tile, std::span<const float> warmth) {
    const auto lights = tile.lights.samples(), shadows = tile.shadows.samples();
    light.add(weighted_sum(warmth, lights), sum_of(lights));
    shadow.add(weighted_sum(warmth, shadows), sum_of(shadows));
}

namespace {

void gather(const TileState& tile, ColourTally& into) {
    into.swing.add(tile, tile.colours.warmth.samples());
}

void report(const StateReport& from, PassAudit& pass) {
    const SwingTally& tally = from.colours.swing;
    SwingAudit& swing = pass.swing;
    swing.measured =
        !tally.light.empty() && !tally.shadow.empty() && is_coloured(from.colours.intensity);
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

std::optional<double> figure(const PassAudit& pass) {
    return pass.swing.measured ? std::optional(pass.swing.swing) : std::nullopt;
}

std::optional<Bounds> bounds(const Audit& audit, const PassAudit& pass) {
    return audit.limits.swing ? planned_swing(*audit.limits.swing)
                              : kept_swing(largest_before(audit, pass));
}

void find_swing(const Painting&, const Audit& audit, std::vector<Finding>& findings) {
    const auto slips = slips_of(audit, [](const PassAudit& pass) { return pass.swing.verdict; });
    for (const Slip& slip : slips) {
        const SwingAudit& swing = slip.pass->swing;
        const bool apart = audit.limits.swing == 0.0;
        Finding finding{kSwingSlips, slip.verdict, slip.pass->index};
        finding.figure = slip.back != nullptr ? swing.swing : audit.passes.back().swing.swing;
        finding.swing_to_be_small = apart;
        finding.budget = bounds(audit, *slip.pass).value_or(Bounds()).held;
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
    // A planned swing that has not been reached yet is no slip.
    const PassAudit& last = audit.passes.back();
    const auto wanted = audit.limits.swing;
    if (!wanted || *wanted == 0 || last.open || !last.swing.measured ||
        is_bad(last.swing.verdict) || is_reached(last.swing.swing, *wanted))
        return;
    Finding finding{kSwingShort, Verdict::open, 0,
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

/// Lights that lost of the warmth, or cool, that set them apart from the shadows, and the shadows
/// that took it on.
MarkPixels drawn_together(const Audit& figures, std::size_t pass) {
    constexpr float least = 1;  // warmth that a pixel must have lost to be marked
    // The direction in which the lights moved.
    const float lights = figures.passes[pass].swing.own < 0 ? -1.0F : 1.0F;
    return [lights, split = figures.split, reader = figures.reader](const PassStates& states,
                                                                    FloatBlock& cover) {
        const FloatBlock steps = steps_of(states.sealed, reader), was = warmth_of(states.before),
                         is = warmth_of(states.after);
        mark_where(cover, [&](std::size_t i) {
            const double step = static_cast<double>(steps.samples()[i]);
            const float way = step >= split.lights_from    ? lights
                              : step < split.shadows_below ? -lights
                                                           : 0;
            return way * (is.samples()[i] - was.samples()[i]) > least;
        });
    };
}

std::optional<double> swing_in(const Finding&, const PassAudit& state) {
    return state.swing.swing;
}

/// A swing that is to be negative is the better the further below it is.
Better better_swing(const Finding& finding) {
    if (finding.swing_to_be_small) return Better::near_nought;
    return finding.budget.value_or(0) < 0 ? Better::small : Better::large;
}

constexpr std::array kKinds{
    FindingKind{
        .code = kSwingSlips,
        .better_for = better_swing,
        .figure = swing_in,
        .place =
            [](const Sought& sought) {
                return sought.by_pass(drawn_together(sought.figures, sought.pass()));
            },
    },
    FindingKind{.code = kSwingShort, .better_for = better_swing, .figure = swing_in},
};

}  // namespace

const MeasureRecord kSwingMeasure{
    .id = "swing",
    .label = "Swing",
    .column = true,
    .kinds = {kKinds, kSwingCodes},
    .figure = figure,
    .bounds = bounds,
    .gather_colours = gather,
    .report = report,
    .judge = judge,
    .find = find_swing,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
