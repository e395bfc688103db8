// SPDX-License-Identifier: GPL-3.0-or-later

#include <algorithm>
#include <cmath>

#include "audit/edge_level.h"
#include "raster/in_parallel.h"

namespace underpaint {
namespace {

/// Where a sealed edge is now: it may have got harder anywhere within its transition, at either end
/// of which the ridge may lie, and then its own pixel is flat. Where that is about as steep as it
/// was, it stays.
cv::Point place_now(const EdgeLevel& level, const EdgePoint& sealed) {
    const double width = std::hypot(static_cast<double>(sealed.width) / level.pixel,
                                    kWidthOfBlur * std::hypot(level.sigma, level.gradient_sigma));
    const auto least = static_cast<float>(0.5 * static_cast<double>(sealed.contrast) / width);
    cv::Point best{sealed.x, sealed.y};
    float steepest = level.slope.at<float>(best);
    if (steepest >= least) return best;
    const auto reach =
        static_cast<int>(std::min(static_cast<double>(sealed.width), kSoftEdge) / level.pixel + 1);
    for (int y = std::max(0, sealed.y - reach);
         y <= std::min(level.steps.rows - 1, sealed.y + reach); ++y)
        for (int x = std::max(0, sealed.x - reach);
             x <= std::min(level.steps.cols - 1, sealed.x + reach); ++x)
            if (const float slope = level.slope.at<float>(y, x); slope > steepest)
                steepest = slope, best = {x, y};
    return best;
}

}  // namespace

EdgeMap follow_edges(const EdgeMap& edges, const ViewingSteps& now) {
    EdgeMap followed = edges;
    follow_edges(edges, now, now.steps.area(), followed);
    return followed;
}

void follow_edges(const EdgeMap& edges, const ViewingSteps& now, const Rect& changed,
                  EdgeMap& followed) {
    const Rect& all = now.steps.area();
    const cv::Size size(all.width, all.height);
    for (int blur = 0; blur < kEdgeBlurCount; ++blur) {
        // Largest distance that is looked at around an edge pixel: the search for a steeper place,
        // then along the transition from there, all read through the blur.
        const int looked = static_cast<int>((kSoftEdge + kEdgeReach) / now.pixel) +
                           EdgeLevel::read_by(kEdgeBlurs[blur].sigma / now.pixel) + 8;
        const cv::Rect touched =
            grown({changed.x, changed.y, changed.width, changed.height}, looked, size);
        std::vector<std::size_t> points;
        for (std::size_t i = 0; i < edges.points.size(); ++i)
            if (edges.points[i].blur == blur &&
                touched.contains({edges.points[i].x, edges.points[i].y}))
                points.push_back(i);
        if (points.empty()) continue;
        const EdgeLevel level(now, kEdgeBlurs[blur], grown(touched, looked, size));
        in_parallel(std::size_t{0}, points.size(), [&](std::size_t k) {
            const EdgePoint& sealed = edges.points[points[k]];
            EdgePoint& point = followed.points[points[k]];
            const cv::Point place = place_now(level, sealed);
            const auto is = transition_at(level, place.x, place.y);
            point.width =
                is ? static_cast<float>(is->width) : std::numeric_limits<float>::infinity();
            point.contrast = is ? static_cast<float>(is->contrast) : 0;
        });
    }
}

}  // namespace underpaint
