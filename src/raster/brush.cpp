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

Rect BrushStroke::move(Picture& mask, const PenPoint& to) {
    if (!std::isfinite(to.at.x) || !std::isfinite(to.at.y)) return {};
    if (!last_) {
        last_ = to;
        left_ = kSpacing * radius_at(brush_, to.pressure);
        return dab(mask, to);
    }
    const PenPoint from = *last_;
    const double way = std::hypot(to.at.x - from.at.x, to.at.y - from.at.y);
    Rect changed;
    double gone = left_;
    for (; gone <= way; gone += left_) {
        const double share = gone / way;
        const PenPoint at{{between(from.at.x, to.at.x, share), between(from.at.y, to.at.y, share)},
                          between(from.pressure, to.pressure, share)};
        changed = united(changed, dab(mask, at));
        left_ = kSpacing * radius_at(brush_, at.pressure);
    }
    left_ = gone - way;
    last_ = to;
    return changed;
}

Rect BrushStroke::dab(Picture& mask, const PenPoint& pen) const {
    const double pressure = std::clamp(pen.pressure, 0.0, 1.0);
    const double radius = radius_at(brush_, pressure);
    const auto left = static_cast<int>(std::floor(std::clamp(pen.at.x - radius, -1e6, 1e6)));
    const auto top = static_cast<int>(std::floor(std::clamp(pen.at.y - radius, -1e6, 1e6)));
    const auto side = static_cast<int>(std::ceil(2 * radius)) + 1;
    const Rect area = intersection({left, top, side, side}, rect_of(mask.size()));
    const double flow = std::clamp(brush_.flow, 0.0, 1.0) * pressure;
    if (area.empty() || flow <= 0) return {};
    std::vector<float> row(static_cast<std::size_t>(area.width));
    const auto full = static_cast<float>(flow), reach = static_cast<float>(1 / radius);
    const float left_of = static_cast<float>(area.x + 0.5 - pen.at.x);
    const float toward = brush_.takes_off ? 0.0F : 1.0F;
    const float rim = rim_of(brush_.hardness);
    for (int y = area.y; y < area.bottom(); ++y) {
        mask.read_channel(0, area.x, y, row);
        const auto dy = static_cast<float>(y + 0.5 - pen.at.y);
        for (std::size_t x = 0; x < row.size(); ++x) {
            const float dx = left_of + static_cast<float>(static_cast<int>(x));
            const float laid = full * coverage_at(std::sqrt(dx * dx + dy * dy) * reach, rim);
            row[x] += laid * (toward - row[x]);
        }
        mask.write_channel(0, area.x, y, row);
    }
    return area;
}

}  // namespace underpaint
