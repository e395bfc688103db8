// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/shape_kept.h"

#include <fmt/format.h>

#include <cmath>

#include "audit/figures.h"
#include "audit/slips.h"

namespace underpaint {

std::optional<double> shape_kept(const FloatBlock& sealed, const FloatBlock& now) {
    // Less than this, in steps a pixel squared, is what pictures kept in whole units have.
    constexpr double least = 1e-7;
    const Size size = sealed.area().size();
    double both = 0, was = 0, is = 0;
    for (int y = 0; y < size.height; ++y) {
        const auto s = sealed.row(y), n = now.row(y);
        const auto s_below = sealed.row(std::min(y + 1, size.height - 1));
        const auto n_below = now.row(std::min(y + 1, size.height - 1));
        float row_both = 0, row_was = 0, row_is = 0;
        for (std::size_t x = 0; x + 1 < s.size(); ++x) {
            const float sx = s[x + 1] - s[x], sy = s_below[x] - s[x];
            const float nx = n[x + 1] - n[x], ny = n_below[x] - n[x];
            row_both += sx * nx + sy * ny;
            row_was += sx * sx + sy * sy;
            row_is += nx * nx + ny * ny;
        }
        both += static_cast<double>(row_both);
        was += static_cast<double>(row_was), is += static_cast<double>(row_is);
    }
    const auto pixels = static_cast<double>(size.area());
    if (was <= least * pixels || is <= least * pixels) return std::nullopt;
    return both / std::sqrt(was * is);
}

namespace {

bool judge(const Judging& with, Audit& audit) {
    if (with.viewing.empty()) return true;
    const FloatBlock sealed = with.viewing.steps(0).steps;
    if (with.known == 0) audit.ground.shape.kept = shape_kept(sealed, sealed);
    bool meant = false;
    for (PassAudit& pass : audit.passes) {
        const auto index = static_cast<std::size_t>(pass.index);
        const Pass& laid = with.painting.passes[index - 1];
        meant = meant || (laid.intent != Intent::keep && with.painting.lays(laid));
        if (index > with.known) {
            if (with.stop.stop_requested()) return false;
            pass.shape.kept = stands_as_before(pass)
                                  ? audit.before(pass).shape.kept
                                  : shape_kept(sealed, with.viewing.steps(index).steps);
        }
        pass.shape.verdict = pass.open || meant || !pass.shape.kept
                                 ? Verdict::open
                                 : judge_share(*pass.shape.kept, kHeldShape, kLostShape);
    }
    return true;
}

void find(const Painting&, const Audit& audit, std::vector<Finding>& findings) {
    find_slips(
        audit, FindingCode::shape_slips, [](const PassAudit& pass) { return pass.shape.verdict; },
        [](const PassAudit& pass, Finding& finding) {
            const double kept = *pass.shape.kept;
            finding.text = fmt::format(
                "What stands light beside dark is kept to {} of 1; the seal's shapes are {}",
                kept < 0 ? with_sign(kept, 2) : fmt::format("{:.2f}", kept),
                kept < 0 ? "turned over" : "blurred or turned over");
            finding.figure = *pass.shape.kept;
            finding.budget = kHeldShape;
        },
        findings);
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (!pass.shape.kept) return std::nullopt;
    const std::string kept = *pass.shape.kept < 0 ? with_sign(*pass.shape.kept, 2)
                                                  : fmt::format("{:.2f}", *pass.shape.kept);
    return FigureWords{kept, {}, kept, pass.shape.verdict};
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    return {{"kept", pass.shape.kept}};
}

}  // namespace

const MeasureRecord kShapeMeasure{
    .id = "shape_kept",
    .label = "Shape kept",
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
