// SPDX-License-Identifier: GPL-3.0-or-later
#include "terms/curve.h"

#include <algorithm>

#include "colour/rgb.h"

namespace underpaint {
namespace {

constexpr int kCurvePieces = 1024;
constexpr float kLeastGap = 1e-4F;

double slope_between(const CurvePoint& a, const CurvePoint& b) {
    return (double{b.out} - a.out) / (double{b.in} - a.in);
}

/// The slope at point i; level at a crest, at the ends that of the only neighbour.
double slope_at(const CurvePoints& points, std::size_t i) {
    if (i == 0) return slope_between(points[0], points[1]);
    if (i + 1 == points.size()) return slope_between(points[i - 1], points[i]);
    const double before = slope_between(points[i - 1], points[i]);
    const double after = slope_between(points[i], points[i + 1]);
    return before * after <= 0 ? 0 : 2 * before * after / (before + after);
}

}  // namespace

double curve_at(const CurvePoints& points, double in) {
    if (points.empty()) return in;
    if (in <= points.front().in) return points.front().out;
    if (in >= points.back().in) return points.back().out;
    const auto right = std::ranges::upper_bound(points, in, {}, &CurvePoint::in);
    const auto i = static_cast<std::size_t>(right - points.begin()) - 1;
    const CurvePoint &a = points[i], &b = points[i + 1];
    const double width = double{b.in} - a.in, t = (in - a.in) / width;
    const double from = slope_at(points, i) * width, to = slope_at(points, i + 1) * width;
    const double t2 = t * t, t3 = t2 * t;
    return std::clamp((2 * t3 - 3 * t2 + 1) * a.out + (t3 - 2 * t2 + t) * from +
                          (3 * t2 - 2 * t3) * b.out + (t3 - t2) * to,
                      0.0, 1.0);
}

Table table_of(const CurvePoints& all, const CurvePoints& channel) {
    return Table(kCurvePieces, [&](double v) { return curve_at(channel, curve_at(all, v)); });
}

CurvePoints in_range(CurvePoints points) {
    for (CurvePoint& p : points) p = {unit(p.in), unit(p.out)};
    std::ranges::stable_sort(points, {}, &CurvePoint::in);
    const auto same = std::ranges::unique(
        points, [](const auto& a, const auto& b) { return b.in - a.in < kLeastGap; });
    points.erase(same.begin(), same.end());
    return points;
}

}  // namespace underpaint
