// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/swing.h"

#include <fmt/format.h>

#include <cmath>

#include "audit/figures.h"
#include "audit/finding.h"
#include "audit/slips.h"
#include "audit/tile_state.h"

namespace underpaint {

SwingTally& SwingTally::operator+=(const SwingTally& other) {
    light += other.light;
    shadow += other.shadow;
    return *this;
}

double SwingTally::swing() const {
    return light.empty() || shadow.empty() ? 0 : light.value() - shadow.value();
}

Verdict judge_swing(double now, double largest_before) {
    if (std::fabs(largest_before) < kLeastSwing) return Verdict::held;
    const double share = now / largest_before;
    if (share >= 0.8) return Verdict::held;
    return share >= 0.5 ? Verdict::slipping : Verdict::lost;
}

double largest_swing(double now, double largest_before) {
    const bool measured = std::fabs(largest_before) >= kLeastSwing;
    if (measured && now * largest_before < 0) return largest_before;
    return std::fabs(now) > std::fabs(largest_before) ? now : largest_before;
}

namespace {

void gather(const TileState& tile, StateTally& into) {
    const auto sealed = tile.sealed.samples(), warmth = tile.warmth.samples();
    double light = 0, lights = 0, shadow = 0, shadows = 0;
    for (std::size_t p = 0; p < warmth.size(); ++p) {
        const bool is_light = sealed[p] >= tile.split;
        (is_light ? light : shadow) += warmth[p];
        (is_light ? lights : shadows) += 1;
    }
    into.swing.light.add(light, lights);
    into.swing.shadow.add(shadow, shadows);
}

void report(const StateReport& from, PassAudit& pass) {
    pass.swing.swing = from.state.swing.swing();
}

bool judge(const Judging& with, Audit& audit) {
    double before = with.ground.swing.swing(), largest = before;
    audit.ground.swing.swing = audit.ground.swing.own = before;
    for (PassAudit& pass : audit.passes) {
        SwingAudit& swing = pass.swing;
        swing.own = swing.swing - before;
        swing.verdict = pass.open ? Verdict::open : judge_swing(swing.swing, largest);
        if (!pass.open) largest = largest_swing(swing.swing, largest);
        before = swing.swing;
    }
    return true;
}

void find_swing_slips(const Painting&, const Audit& audit, std::vector<Finding>& findings) {
    const auto slips = slips_of(audit, [](const PassAudit& pass) { return pass.swing.verdict; });
    for (const Slip& slip : slips) {
        const SwingAudit& swing = slip.pass->swing;
        const double before = swing.swing - swing.own;
        const bool turned = swing.swing * before < 0 && swing.verdict == Verdict::lost;
        std::string text = fmt::format(
            "Lights and shadows {}: light minus shadow warmth went from {:+.1f} to "
            "{:+.1f}",
            turned ? "changed sides" : "drew together", before, swing.swing);
        if (slip.back != nullptr)
            text += fmt::format("; pass {} brought them back", slip.back->index);
        findings.push_back({FindingCode::swing_slips, slip.verdict, slip.pass->index,
                            fmt::format("{}. Pass {}.", text, slip.pass->index)});
    }
}

std::optional<FigureWords> words(const PassAudit& pass) {
    const std::string now = with_sign(pass.swing.swing, 1);
    return FigureWords{now, with_sign(pass.swing.own, 1), now, pass.swing.verdict};
}

std::vector<FigureField> fields(const PassAudit& pass) {
    return {{"swing", pass.swing.swing}, {"own", pass.swing.own}};
}

}  // namespace

const MeasureRecord kSwingMeasure{
    .id = "swing",
    .label = "Swing",
    .column = true,
    .gather = gather,
    .report = report,
    .judge = judge,
    .find = find_swing_slips,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
