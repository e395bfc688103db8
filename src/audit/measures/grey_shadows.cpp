// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/grey_shadows.h"

#include <fmt/format.h>

#include <cmath>

#include "audit/slips.h"
#include "audit/sought.h"
#include "raster/masks.h"
#include "render/readings.h"
#include "terms/shown_name.h"

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
            Finding finding{kShadowsGrey, Verdict::slipping, slips.back().pass->index};
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

/// What was darker than `below` when sealed.
MarkPixels sealed_below(double below, Reader reader) {
    return [=](const PassStates& states, FloatBlock& cover) {
        const FloatBlock steps = steps_of(states.sealed, reader);
        mark_where(cover,
                   [&](std::size_t i) { return static_cast<double>(steps.samples()[i]) < below; });
    };
}

/// The darks of the part that it names.
SharedPicture shadows_of_part(const Sought& sought) {
    const auto& parts = sought.painting.parts;
    const auto part = std::ranges::find(parts, sought.finding.parts.front(), &Part::id);
    const auto index = static_cast<std::size_t>(part - parts.begin());
    if (part == parts.end() || index >= sought.figures.part_splits.size()) return nullptr;
    const SharedPicture darks = sought.after_pass(
        sealed_below(sought.figures.part_splits[index], sought.figures.reader), sought.level());
    return darks ? share(combined(darks->base(), *part->mask->level(sought.level()),
                                  Combine::intersect))
                 : nullptr;
}

/// The intensity of the part's shadows.
std::optional<double> shadows_in(const Finding& finding, const PassAudit& state) {
    const auto part = std::ranges::find(state.colours, finding.parts.empty() ? 0 : finding.parts[0],
                                        &PartColours::part);
    if (part == state.colours.end()) return std::nullopt;
    return part->shadows.intensity;
}

constexpr std::array kKinds{FindingKind{
    .code = kShadowsGrey,
    .figure = shadows_in,
    .place = shadows_of_part,
}};

}  // namespace

const MeasureRecord kGreyShadowsMeasure{
    .id = "grey_shadows",
    .label = "Grey shadows",
    .kinds = {kKinds, kGreyShadowsCodes},
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
