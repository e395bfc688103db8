// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/shape_kept.h"

#include <fmt/format.h>

#include <cmath>

#include "audit/figures.h"
#include "audit/slips.h"

namespace underpaint {

ShapeSums::ShapeSums(const FloatBlock& sealed)
    : sealed_(sealed), rows_(static_cast<std::size_t>(sealed.area().height)) {
    look_at(sealed, 0, sealed.area().height);
}

void ShapeSums::look_at(const FloatBlock& now, int top, int bottom) {
    const int last = sealed_.area().height - 1;
    for (int y = std::max(0, top); y < std::min(bottom, last + 1); ++y) {
        const auto s = sealed_.row(y), n = now.row(y);
        const auto s_below = sealed_.row(std::min(y + 1, last));
        const auto n_below = now.row(std::min(y + 1, last));
        Row& row = rows_[static_cast<std::size_t>(y)];
        row = {};
        for (std::size_t x = 0; x + 1 < s.size(); ++x) {
            const float sx = s[x + 1] - s[x], sy = s_below[x] - s[x];
            const float nx = n[x + 1] - n[x], ny = n_below[x] - n[x];
            row.both += sx * nx + sy * ny;
            row.was += sx * sx + sy * sy;
            row.is += nx * nx + ny * ny;
        }
    }
}

std::optional<double> ShapeSums::kept() const {
    // Less than this, in steps a pixel squared, is what pictures kept in whole units have.
    constexpr double least = 1e-7;
    double both = 0, was = 0, is = 0;
    for (const Row& row : rows_) {
        both += static_cast<double>(row.both);
        was += static_cast<double>(row.was), is += static_cast<double>(row.is);
    }
    const auto pixels = static_cast<double>(sealed_.area().size().area());
    if (was <= least * pixels || is <= least * pixels) return std::nullopt;
    return both / std::sqrt(was * is);
}

std::optional<double> shape_kept(const FloatBlock& sealed, const FloatBlock& now) {
    ShapeSums sums(sealed);
    sums.look_at(now, 0, now.area().height);
    return sums.kept();
}

namespace {

bool judge(const Judging& with, Audit& audit) {
    if (with.viewing.empty()) return true;
    const FloatBlock sealed = with.viewing.ground().steps;
    ShapeSums sums(sealed);
    if (with.known == 0) audit.ground.shape.kept = sums.kept();
    ViewingWalk walk(with.viewing);
    bool meant = false;
    for (PassAudit& pass : audit.passes) {
        const auto index = static_cast<std::size_t>(pass.index);
        const Pass& laid = with.painting.passes[index - 1];
        meant = meant || (laid.intent != Intent::keep && with.painting.lays(laid));
        if (index > with.known) {
            if (with.stop.stop_requested()) return false;
            if (stands_as_before(pass)) {
                pass.shape.kept = audit.before(pass).shape.kept;
            } else {
                walk.go_to(index);
                // A row's gradient reaches to the one below it.
                const Rect& changed = walk.changed();
                sums.look_at(walk.now().steps, changed.y - 1, changed.bottom());
                pass.shape.kept = sums.kept();
            }
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
