// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/polygon.h"

#include <cmath>
#include <numeric>

#include "raster/masks.h"

namespace underpaint {
namespace {

constexpr int kLinesPerRow = 8;  // lines sampled per row of pixels

/// Where the horizontal line at `y` crosses the outline, from left to right.
void find_crossings(std::span<const Point> points, double y, std::vector<double>& xs) {
    xs.clear();
    for (std::size_t i = 0; i < points.size(); ++i) {
        const Point &a = points[i], &b = points[(i + 1) % points.size()];
        if ((a.y <= y) == (b.y <= y)) continue;
        xs.push_back(a.x + (y - a.y) / (b.y - a.y) * (b.x - a.x));
    }
    std::ranges::sort(xs);
}

/// Adds `weight` to the pixels from `left` to `right`, at the ends by how much of them lies inside.
/// `deltas` are differences from pixel to pixel, so that a long run costs no more than a short one.
void add_run(std::span<float> deltas, double left, double right, float weight) {
    const auto end = static_cast<double>(deltas.size() - 2);
    left = std::clamp(left, 0.0, end), right = std::clamp(right, 0.0, end);
    if (right <= left) return;
    const auto edge = [&](double x, float sign) {
        const auto pixel = static_cast<std::size_t>(x);
        const auto part = static_cast<float>(x - std::floor(x));
        deltas[pixel] += sign * (1 - part);
        deltas[pixel + 1] += sign * part;
    };
    edge(left, weight);
    edge(right, -weight);
}

}  // namespace

Picture outline_mask(Size size, std::span<const Point> points, double soften) {
    Picture mask(size, Channels::grey, Depth::bits8);
    if (points.size() < 3) return mask;
    const auto [top, bottom] = std::ranges::minmax(points, {}, &Point::y);
    const int first = static_cast<int>(std::clamp(std::floor(top.y), 0.0, double(size.height)));
    const int end = static_cast<int>(std::clamp(std::ceil(bottom.y), 0.0, double(size.height)));

    std::vector<double> xs;
    std::vector<float> deltas(static_cast<std::size_t>(size.width) + 2);
    std::vector<float> row(static_cast<std::size_t>(size.width));
    for (int y = first; y < end; ++y) {
        std::ranges::fill(deltas, 0.0F);
        for (int line = 0; line < kLinesPerRow; ++line) {
            find_crossings(points, y + (line + 0.5) / kLinesPerRow, xs);
            for (std::size_t i = 0; i + 1 < xs.size(); i += 2)
                add_run(deltas, xs[i], xs[i + 1], 1.0F / kLinesPerRow);
        }
        std::partial_sum(deltas.begin(), deltas.end() - 2, row.begin());
        mask.write_channel(0, 0, y, row);
    }
    mask.settle();
    return soften > 0 ? softened(mask, soften) : mask;
}

double covered_share(const Picture& mask) {
    std::vector<float> row(static_cast<std::size_t>(mask.size().width));
    double sum = 0;
    for (int y = 0; y < mask.size().height; ++y) {
        mask.read_channel(0, 0, y, row);
        sum += std::accumulate(row.begin(), row.end(), 0.0);
    }
    return sum / static_cast<double>(mask.size().area());
}

}  // namespace underpaint
