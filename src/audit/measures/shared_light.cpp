// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/shared_light.h"

#include <fmt/format.h>

#include <cmath>
#include <vector>

#include "audit/slips.h"

namespace underpaint {

std::optional<double> shared_light(std::span<const PartColours> parts) {
    struct Shift {
        double a, b;
    };
    std::vector<Shift> shifts;
    for (const PartColours& part : parts) {
        if (!part.has_both()) continue;
        const double a = part.lights.a - part.shadows.a, b = part.lights.b - part.shadows.b;
        const double size = std::hypot(a, b);
        if (size >= kLeastShift) shifts.push_back({a / size, b / size});
    }
    if (shifts.size() < 2) return std::nullopt;
    double sum = 0;
    int pairs = 0;
    for (std::size_t i = 0; i < shifts.size(); ++i)
        for (std::size_t k = i + 1; k < shifts.size(); ++k, ++pairs)
            sum += shifts[i].a * shifts[k].a + shifts[i].b * shifts[k].b;
    return sum / pairs;
}

namespace {

bool judge(const Judging& with, Audit& audit) {
    if (with.known == 0) audit.ground.shared_light = shared_light(audit.ground.colours);
    for (PassAudit& pass : audit.passes) {
        pass.shared_light = shared_light(pass.colours);
        pass.shared_light_verdict =
            pass.open || !pass.shared_light
                ? Verdict::open
                : judge_share(*pass.shared_light, kSharesLight, kNoSharedLight);
    }
    return true;
}

void find(const Painting&, const Audit& audit, std::vector<Finding>& findings) {
    find_slips(
        audit, FindingCode::light_differs,
        [](const PassAudit& pass) { return pass.shared_light_verdict; },
        [&](const PassAudit& pass, Finding& finding) {
            finding.text = fmt::format(
                "The parts don't stand in one light: their shifts from shadow to light agree by "
                "{:.2f}, and by {:.2f} before",
                *pass.shared_light,
                audit.before(audit.passes[static_cast<std::size_t>(finding.pass) - 1])
                    .shared_light.value_or(0));
            finding.figure = *pass.shared_light;
            finding.budget = kSharesLight;
        },
        findings);
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (!pass.shared_light) return std::nullopt;
    const std::string now = fmt::format("{:.2f}", *pass.shared_light);
    return FigureWords{now, {}, now, pass.shared_light_verdict};
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    return {{"agreement", pass.shared_light}};
}

}  // namespace

const MeasureRecord kSharedLightMeasure{
    .id = "shared_light",
    .label = "Light shared by parts",
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
