// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/brush.h"

#include <cmath>

namespace underpaint {
namespace {

constexpr double kSpacing = 0.2;  // of the radius: so near that no dab shows by itself

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

Rect BrushStroke::move(Picture& canvas, const PenPoint& to) {
    if (!std::isfinite(to.at.x) || !std::isfinite(to.at.y)) return {};
    if (!last_) {
        last_ = to;
        left_ = kSpacing * radius_at(brush_, to.pressure);
        return dab(canvas, to);
    }
    const PenPoint from = *last_;
    const double way = std::hypot(to.at.x - from.at.x, to.at.y - from.at.y);
    Rect changed;
    double gone = left_;
    for (; gone <= way; gone += left_) {
        const double share = gone / way;
        const PenPoint at{{between(from.at.x, to.at.x, share), between(from.at.y, to.at.y, share)},
                          between(from.pressure, to.pressure, share)};
        changed = united(changed, dab(canvas, at));
        left_ = kSpacing * radius_at(brush_, at.pressure);
    }
    left_ = gone - way;
    last_ = to;
    return changed;
}

Rect BrushStroke::dab(Picture& canvas, const PenPoint& pen) const {
    const double pressure = std::clamp(pen.pressure, 0.0, 1.0);
    const double radius = radius_at(brush_, pressure);
    const std::optional<double> angle =
        angles_ && brush_.stretch > 1 ? angles_(pen.at) : std::nullopt;
    const double stretch = angle ? std::sqrt(brush_.stretch) : 1, longest = radius * stretch;
    const auto left = static_cast<int>(std::floor(std::clamp(pen.at.x - longest, -1e6, 1e6)));
    const auto top = static_cast<int>(std::floor(std::clamp(pen.at.y - longest, -1e6, 1e6)));
    const auto side = static_cast<int>(std::ceil(2 * longest)) + 1;
    const Rect area = intersection({left, top, side, side}, rect_of(canvas.size()));
    const double flow = std::clamp(brush_.flow, 0.0, 1.0) * pressure;
    if (area.empty() || flow <= 0) return {};
    const auto full = static_cast<float>(flow), rim = rim_of(brush_.hardness);
    // A place within the dab, turned along the stroke, in radii of that direction.
    const auto c = static_cast<float>(std::cos(angle.value_or(0))),
               s = static_cast<float>(std::sin(angle.value_or(0)));
    const auto along = static_cast<float>(1 / longest),
               across = static_cast<float>(stretch / radius);
    std::vector<float> laid(static_cast<std::size_t>(area.width));
    const float left_of = static_cast<float>(area.x + 0.5 - pen.at.x);
    for (int y = area.y; y < area.bottom(); ++y) {
        const auto dy = static_cast<float>(y + 0.5 - pen.at.y);
        for (std::size_t x = 0; x < laid.size(); ++x) {
            const float dx = left_of + static_cast<float>(static_cast<int>(x));
            const float u = (c * dx + s * dy) * along, v = (c * dy - s * dx) * across;
            laid[x] = full * coverage_at(std::sqrt(u * u + v * v), rim);
        }
        lay(canvas, area.x, y, laid);
    }
    return area;
}

/// Lays a row of coverage on.
void BrushStroke::lay(Picture& canvas, int x, int y, std::span<const float> laid) const {
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
