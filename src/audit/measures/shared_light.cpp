// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/shared_light.h"

#include <fmt/format.h>

#include <cmath>
#include <vector>

#include "audit/slips.h"
#include "audit/sought.h"
#include "terms/figures.h"
#include "terms/shown_name.h"

namespace underpaint {

namespace {

/// Which way a part's colour goes from shadow to light, and how much that says.
struct Shift {
    PartId part;
    double a, b;    ///< of length 1, or 0 where there is none
    double weight;  ///< 0..1: next to nothing where the shift is too small to see
    double along(const Shift& other) const { return a * other.a + b * other.b; }
};

std::vector<Shift> shifts_of(std::span<const PartColours> parts) {
    std::vector<Shift> shifts;
    for (const PartColours& part : parts) {
        if (!part.has_both()) continue;
        const double a = part.lights.a - part.shadows.a, b = part.lights.b - part.shadows.b;
        const double size = std::hypot(a, b);
        const double unit = size > 0 ? 1 / size : 0;
        shifts.push_back({part.part, a * unit, b * unit, size / (size + kHalfShift)});
    }
    return shifts;
}

/// Agreement of pairs, each weighted by both shifts.
struct WeightedPairs {
    double sum = 0, weights = 0;
    int pairs = 0;
    void add(const Shift& one, const Shift& other) {
        const double weight = one.weight * other.weight;
        sum += weight * one.along(other), weights += weight, ++pairs;
    }
};

}  // namespace

std::optional<double> shared_light(std::span<const PartColours> parts) {
    const std::vector<Shift> shifts = shifts_of(parts);
    WeightedPairs all;
    for (std::size_t i = 0; i < shifts.size(); ++i)
        for (std::size_t k = i + 1; k < shifts.size(); ++k) all.add(shifts[i], shifts[k]);
    if (all.pairs == 0 || all.weights < kLeastWeight * all.pairs) return std::nullopt;
    return all.sum / all.weights;
}

std::optional<PartId> least_in_light(std::span<const PartColours> parts) {
    const std::vector<Shift> shifts = shifts_of(parts);
    if (std::ranges::count_if(shifts, [](const Shift& s) { return s.weight >= kLeastWeight; }) < 3)
        return std::nullopt;
    // The part's weight: a shift that is hardly there lowers the mean by next to nothing.
    const auto agreement = [&](const Shift& shift) {
        double sum = 0;
        for (const Shift& other : shifts)
            if (other.part != shift.part) sum += shift.weight * other.weight * shift.along(other);
        return sum;
    };
    return std::ranges::min_element(shifts, {}, agreement)->part;
}

namespace {

std::optional<double> figure(const PassAudit& pass) {
    return pass.shared_light;
}

std::optional<Bounds> bounds(const Audit&, const PassAudit&) {
    return Bounds{kSharesLight, kNoSharedLight};
}

bool judge(const Judging& with, Audit& audit) {
    if (with.known == 0) audit.ground.shared_light = shared_light(audit.ground.colours);
    for (PassAudit& pass : audit.passes) {
        pass.shared_light = shared_light(pass.colours);
        pass.shared_light_verdict = judged(kSharedLightMeasure, audit, pass);
    }
    return true;
}

void find(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    find_slips(
        audit, kLightDiffers, [](const PassAudit& pass) { return pass.shared_light_verdict; },
        [&](const PassAudit& pass, Finding& finding) {
            const auto before =
                audit.before(audit.passes[static_cast<std::size_t>(finding.pass) - 1]).shared_light;
            finding.text = fmt::format(
                "The parts don't stand in one light: their shifts from shadow to light agree by "
                "{}, {}",
                with_sign(*pass.shared_light, 2),
                before ? "and by " + with_sign(*before, 2) + " before"
                       : std::string("where there was too little colour to tell before"));
            finding.figure = *pass.shared_light;
            finding.budget = kSharesLight;
            if (const auto part = least_in_light(pass.colours)) {
                finding.parts = {*part};
                finding.text +=
                    fmt::format("; {} agrees least", shown_name(painting.part(*part)->name));
            }
        },
        findings);
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (!pass.shared_light) return std::nullopt;
    const std::string now = with_sign(*pass.shared_light, 2);
    return said_once(now, pass.shared_light_verdict);
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    return {{"agreement", pass.shared_light}};
}

constexpr std::array kKinds{FindingKind{
    .code = kLightDiffers,
    // There is one light for all parts; the sentence names the part that agrees least.
    .about_its_parts = false,
    .place = its_parts,
}};

}  // namespace

const MeasureRecord kSharedLightMeasure{
    .id = "shared_light",
    .label = "Light shared by parts",
    .kinds = {kKinds, kSharedLightCodes},
    .figure = figure,
    .bounds = bounds,
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
