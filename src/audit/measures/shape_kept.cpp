// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/shape_kept.h"

#include <fmt/format.h>

#include <cmath>

#include "audit/slips.h"
#include "audit/sought.h"
#include "audit/viewing_mask.h"
#include "terms/figures.h"

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
    // Below this (steps a pixel squared) a gradient comes from rounding to whole levels.
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

std::optional<double> figure(const PassAudit& pass) {
    return pass.shape.kept;
}

std::optional<Bounds> bounds(const Audit&, const PassAudit&) {
    return Bounds{kHeldShape, kLostShape};
}

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
                // The gradient of a row depends on the row below it too.
                const Rect& changed = walk.changed();
                sums.look_at(walk.now().steps, changed.y - 1, changed.bottom());
                pass.shape.kept = sums.kept();
            }
        }
        pass.shape.verdict = meant ? Verdict::open : judged(kShapeMeasure, audit, pass);
    }
    return true;
}

void find(const Painting&, const Audit& audit, std::vector<Finding>& findings) {
    find_slips(
        audit, kShapeSlips, [](const PassAudit& pass) { return pass.shape.verdict; },
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
    return said_once(kept, pass.shape.verdict);
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    return {{"kept", pass.shape.kept}};
}

/// Where what stood light beside dark stands the other way round now, or half as much.
SharedPicture turned_shape(const Sought& sought) {
    const auto sealed = sought.steps_after(0, kPlaceSide);
    const auto now = sought.steps_after(sought.pass() + 1, kPlaceSide);
    if (!sealed || !now) return nullptr;
    const Size size = sealed->steps.area().size();
    struct Slope {
        double x, y;
        double dot(const Slope& other) const { return x * other.x + y * other.y; }
    };
    const auto slope = [&](const FloatBlock& steps, int x, int y) {
        const auto at = [&](int i, int k) {
            return static_cast<double>(steps.row(std::clamp(
                k, 0,
                size.height - 1))[static_cast<std::size_t>(std::clamp(i, 0, size.width - 1))]);
        };
        return Slope{at(x + 1, y) - at(x - 1, y), at(x, y + 1) - at(x, y - 1)};
    };
    double sum = 0;
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x) {
            const Slope s = slope(sealed->steps, x, y);
            sum += s.dot(s);
        }
    // Only slopes that matter: those above the root mean square.
    const double least = sum / static_cast<double>(size.area());
    std::vector<EdgePoint> turned;
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x) {
            const Slope was = slope(sealed->steps, x, y), is = slope(now->steps, x, y);
            if (was.dot(was) > least && was.dot(is) < 0.5 * was.dot(was)) turned.push_back({x, y});
        }
    return mask_along(sealed->size(), turned);
}

constexpr std::array kKinds{FindingKind{
    .code = kShapeSlips,
    .viewed = true,
    .place = turned_shape,
}};

}  // namespace

const MeasureRecord kShapeMeasure{
    .id = "shape_kept",
    .label = "Shape kept",
    .kinds = {kKinds, kShapeCodes},
    .figure = figure,
    .bounds = bounds,
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
