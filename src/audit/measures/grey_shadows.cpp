// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/grey_shadows.h"

#include <fmt/format.h>

#include <cmath>

#include "audit/slips.h"
#include "painting/shown_name.h"

namespace underpaint {
namespace {

double degrees_between(double a, double b) {
    const double turn = std::fabs(a - b);
    return std::min(turn, 360 - turn);
}

bool judge(const Judging& with, Audit& audit) {
    const auto set = [](PassAudit& pass) {
        for (const PartColours& part : pass.colours) {
            if (!part.has_both() || part.lights.intensity < kColouredLights) continue;
            const double turn = degrees_between(part.lights.hue(), part.shadows.hue());
            if (part.shadows.intensity < kLessIntensity * part.lights.intensity && turn <= kSameHue)
                pass.grey_shadows.push_back(
                    {part.part, part.lights.intensity, part.shadows.intensity, turn});
        }
    };
    if (with.known == 0) set(audit.ground);
    for (std::size_t i = with.known; i < audit.passes.size(); ++i) set(audit.passes[i]);
    return true;
}

const GreyShadows* of_part(const PassAudit& pass, PartId part) {
    const auto found = std::ranges::find(pass.grey_shadows, part, &GreyShadows::part);
    return found == pass.grey_shadows.end() ? nullptr : &*found;
}

/// Shadows that never had another colour are told of too: the pass that gave the lights theirs is
/// the one.
void find(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    if (audit.limits.shadows_gain_colour && !audit.open())
        for (const GreyShadows& grey : audit.passes.back().grey_shadows) {
            const auto slips = slips_of(audit, [&](const PassAudit& pass) {
                return of_part(pass, grey.part) != nullptr ? Verdict::slipping : Verdict::held;
            });
            Finding finding{FindingCode::grey_shadows, Verdict::slipping, slips.back().pass->index};
            finding.text = fmt::format(
                "The shadows of {} are darkened with black only: their hue is the lights', with "
                "intensity {:.0f}% against {:.0f}%. Pass {}.",
                shown_name(painting.part(grey.part)->name), 100 * grey.shadows, 100 * grey.lights,
                finding.pass);
            finding.parts = {grey.part};
            finding.figure = grey.shadows;
            finding.budget = grey.lights;
            findings.push_back(std::move(finding));
        }
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (pass.colours.empty()) return std::nullopt;
    const std::size_t count = pass.grey_shadows.size();
    const std::string now = count == 0 ? "none" : fmt::format("{}", count);
    return FigureWords{now,
                       {},
                       now,
                       pass.open    ? Verdict::open
                       : count == 0 ? Verdict::held
                                    : Verdict::slipping};
}

FigureFields fields(const Painting& painting, const PassAudit& pass) {
    std::vector<FigureFields> parts;
    for (const GreyShadows& grey : pass.grey_shadows)
        parts.push_back({{"part", painting.part(grey.part)->name},
                         {"lights", grey.lights},
                         {"shadows", grey.shadows},
                         {"turn", grey.turn}});
    return {{"parts", std::move(parts)}};
}

}  // namespace

const MeasureRecord kGreyShadowsMeasure{
    .id = "grey_shadows",
    .label = "Grey shadows",
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
