// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/brush.h"
#include "raster/in_parallel.h"

#include <algorithm>
#include <cmath>

namespace underpaint {
namespace {

constexpr double kSpacing = 0.2;  // of the radius: close enough that single dabs do not show

double radius_at(const Brush& brush, double pressure) {
    return std::max(0.5, brush.radius * (0.5 + 0.5 * pressure));
}

/// `rim`: the share of the radius over which coverage falls to nothing, above 0.
float coverage_at(float away, float rim) {
    const float t = std::min(std::max((1 - away) / rim, 0.0F), 1.0F);
    return t * t * (3 - 2 * t);
}

float rim_of(double hardness) {
    return std::max(1 - static_cast<float>(hardness), 1e-6F);
}

double between(double from, double to, double share) {
    return from + share * (to - from);
}

}  // namespace

double dab_coverage(double away, double hardness) {
    return coverage_at(static_cast<float>(away), rim_of(hardness));
}

/// One dab, and what of the canvas it may touch.
struct BrushStroke::Dab {
    Rect area;
    Point at;
    float full = 0, rim = 1;      // coverage in the middle; see coverage_at()
    float c = 1, s = 0;           // cosine and sine of its rotation
    float along = 1, across = 1;  // 1 / its radius along that direction, and across it

    /// Adds its coverage to what others lay on the row from (x, y) on: 1 - (1 - a) (1 - b).
    void unite(int x, int y, std::span<float> row) const {
        if (y < area.y || y >= area.bottom()) return;
        const auto dy = static_cast<float>(y + 0.5 - at.y);
        const auto left_of = static_cast<float>(area.x + 0.5 - at.x);
        const std::span<float> own =
            row.subspan(static_cast<std::size_t>(area.x - x), static_cast<std::size_t>(area.width));
        for (std::size_t i = 0; i < own.size(); ++i) {
            const float dx = left_of + static_cast<float>(static_cast<int>(i));
            const float u = (c * dx + s * dy) * along, v = (c * dy - s * dx) * across;
            own[i] += (1 - own[i]) * full * coverage_at(std::sqrt(u * u + v * v), rim);
        }
    }
};

Rect BrushStroke::move(Picture& canvas, const PenPoint& to) {
    if (!std::isfinite(to.at.x) || !std::isfinite(to.at.y)) return {};
    std::vector<Dab> dabs;
    if (!last_) {
        last_ = to;
        left_ = kSpacing * radius_at(brush_, to.pressure);
        dabs.push_back(dab_at(to));
        return lay(canvas, dabs);
    }
    const PenPoint from = *last_;
    const double way = std::hypot(to.at.x - from.at.x, to.at.y - from.at.y);
    double gone = left_;
    for (; gone <= way; gone += left_) {
        const double share = gone / way;
        const PenPoint at{{between(from.at.x, to.at.x, share), between(from.at.y, to.at.y, share)},
                          between(from.pressure, to.pressure, share)};
        dabs.push_back(dab_at(at));
        left_ = kSpacing * radius_at(brush_, at.pressure);
    }
    left_ = gone - way;
    last_ = to;
    return lay(canvas, dabs);
}

BrushStroke::Dab BrushStroke::dab_at(const PenPoint& pen) const {
    const double pressure = std::clamp(pen.pressure, 0.0, 1.0);
    const double radius = radius_at(brush_, pressure);
    const std::optional<double> angle =
        angles_ && brush_.stretch > 1 ? angles_(pen.at) : std::nullopt;
    const double stretch = angle ? std::sqrt(brush_.stretch) : 1, longest = radius * stretch;
    const auto left = static_cast<int>(std::floor(std::clamp(pen.at.x - longest, -1e6, 1e6)));
    const auto top = static_cast<int>(std::floor(std::clamp(pen.at.y - longest, -1e6, 1e6)));
    const auto side = static_cast<int>(std::ceil(2 * longest)) + 1;
    Dab dab;
    dab.area = {left, top, side, side};
    dab.at = pen.at;
    dab.full = static_cast<float>(std::clamp(brush_.flow, 0.0, 1.0) * pressure);
    dab.rim = rim_of(brush_.hardness);
    dab.c = static_cast<float>(std::cos(angle.value_or(0)));
    dab.s = static_cast<float>(std::sin(angle.value_or(0)));
    dab.along = static_cast<float>(1 / longest);
    dab.across = static_cast<float>(stretch / radius);
    return dab;
}

/// Lays all of them at once: a pixel is read and written once however many reach it. Each row of
/// tiles is one core's own.
Rect BrushStroke::lay(Picture& canvas, std::span<const Dab> dabs) const {
    std::vector<Dab> inside;
    Rect changed;
    for (Dab dab : dabs) {
        dab.area = intersection(dab.area, rect_of(canvas.size()));
        if (dab.area.empty() || dab.full <= 0) continue;
        changed = united(changed, dab.area);
        inside.push_back(dab);
    }
    if (inside.empty()) return {};
    const int first = changed.y / kTileSide, last = (changed.bottom() - 1) / kTileSide;
    in_parallel(first, last + 1, [&](int band) {
        std::vector<float> laid;
        const int end = std::min(changed.bottom(), (band + 1) * kTileSide);
        for (int y = std::max(changed.y, band * kTileSide); y < end; ++y) {
            Rect row;  // the part of it that is reached
            for (const Dab& dab : inside)
                row = united(row, intersection(dab.area, {changed.x, y, changed.width, 1}));
            if (row.empty()) continue;
            laid.assign(static_cast<std::size_t>(row.width), 0.0F);
            for (const Dab& dab : inside) dab.unite(row.x, y, laid);
            lay_row(canvas, row.x, y, laid);
        }
    });
    return changed;
}

/// Lays a row of coverage on.
void BrushStroke::lay_row(Picture& canvas, int x, int y, std::span<const float> laid) const {
    const bool colours = has_colour(canvas.channels());
    const int cover = colours ? 3 : 0;
    std::vector<float> row(laid.size()), before;
    canvas.read_channel(cover, x, y, row);
    if (colours && !brush_.takes_off) before = row;
    const float toward = brush_.takes_off ? 0.0F : 1.0F;
    for (std::size_t i = 0; i < row.size(); ++i) row[i] += laid[i] * (toward - row[i]);
    canvas.write_channel(cover, x, y, row);
    if (before.empty()) return;
    const float own[] = {brush_.colour.r, brush_.colour.g, brush_.colour.b};
    std::vector<float> channel(laid.size());
    for (int c = 0; c < 3; ++c) {
        canvas.read_channel(c, x, y, channel);
        for (std::size_t i = 0; i < channel.size(); ++i)
            if (row[i] > 0) channel[i] += laid[i] / row[i] * (own[c] - channel[i]);
        canvas.write_channel(c, x, y, channel);
    }
}

}  // namespace underpaint
