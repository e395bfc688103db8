// SPDX-License-Identifier: GPL-3.0-or-later
#include "brush.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <cmath>

#include "noise.h"
#include "vec.h"

namespace underpaint::demo {
namespace {

/// Where a pixel lies along and across a path.
struct PlaceOnPath {
    float along = 0;        ///< 0 start .. 1 end
    float across = 0;       ///< signed, in pixels
    float distance = 1e9F;  ///< from the path; from place_on(), only if within reach
};

PlaceOnPath place_on(const std::vector<Point>& path, float x, float y, float reach) {
    PlaceOnPath best;
    float nearest = reach * reach;
    const auto pieces = static_cast<float>(path.size() - 1);
    for (std::size_t i = 0; i + 1 < path.size(); ++i) {
        const auto ax = static_cast<float>(path[i].x), ay = static_cast<float>(path[i].y);
        const float dx = static_cast<float>(path[i + 1].x) - ax;
        const float dy = static_cast<float>(path[i + 1].y) - ay;
        const float square = std::max(dx * dx + dy * dy, 1e-6F);
        const float t = std::clamp(((x - ax) * dx + (y - ay) * dy) / square, 0.0F, 1.0F);
        const float ox = x - ax - t * dx, oy = y - ay - t * dy;
        const float squared = ox * ox + oy * oy;
        if (squared >= nearest) continue;
        nearest = squared;
        const float d = std::sqrt(squared);
        best = {(static_cast<float>(i) + t) / pieces, dx * oy - dy * ox > 0 ? d : -d, d};
    }
    return best;
}

}  // namespace

Canvas::Canvas(Size size, int shapes)
    : size_(size),
      values_(static_cast<std::size_t>(size.area())),
      shapes_(static_cast<std::size_t>(shapes)),
      covers_(values_.size() * shapes_) {}

void Canvas::fill(float value, int shape) {
    std::ranges::fill(values_, value);
    for (std::size_t i = static_cast<std::size_t>(shape); i < covers_.size(); i += shapes_)
        covers_[i] = 1;
}

void Canvas::lay(const std::vector<Stroke>& strokes) {
    // Each task keeps to its own rows and goes through the strokes in their order.
    constexpr int band = 32;
    tbb::parallel_for(0, (size_.height + band - 1) / band, [&](int i) {
        for (const Stroke& stroke : strokes)
            lay(stroke, i * band, std::min(size_.height, (i + 1) * band));
    });
}

void Canvas::lay(const Stroke& stroke, int first_row, int end_row) {
    const float reach = stroke.radius + 1.5F;
    const auto [left, right] = std::ranges::minmax(stroke.path, {}, &Point::x);
    const auto [top, bottom] = std::ranges::minmax(stroke.path, {}, &Point::y);
    const int x0 = std::max(0, static_cast<int>(std::floor(left.x - reach)));
    const int x1 = std::min(size_.width - 1, static_cast<int>(std::ceil(right.x + reach)));
    const int y0 = std::max(first_row, static_cast<int>(std::floor(top.y - reach)));
    const int y1 = std::min(end_row - 1, static_cast<int>(std::ceil(bottom.y + reach)));
    // Hairs are as fine on a large picture as on a small one, in proportion to the brush.
    const float hairs = 5.0F / stroke.radius;

    for (int y = y0; y <= y1; ++y)
        for (int x = x0; x <= x1; ++x) {
            const PlaceOnPath place = place_on(stroke.path, static_cast<float>(x) + 0.5F,
                                               static_cast<float>(y) + 0.5F, reach);
            if (place.distance > reach) continue;
            const float hair = noise(place.across * hairs + 40, place.along * 2.2F, stroke.seed);
            // The brush lands round, lifts off thin, and its rim is as ragged as its hairs.
            const float lift = 1 - 0.45F * smooth(0.62F, 1.0F, place.along);
            const float edge = stroke.radius * lift * (0.80F + 0.30F * hair);
            float alpha = 1 - smooth(edge - 1.1F, edge + 0.6F, place.distance);
            const float dry = smooth(stroke.load * 1.25F - 0.35F, stroke.load * 1.25F + 0.15F,
                                     place.along * 0.8F + 0.35F * (1 - hair));
            alpha *= 1 - 0.82F * dry;
            if (alpha <= 0.004F) continue;
            const std::size_t i = at(x, y);
            const float ridge = 0.020F * (hair - 0.5F) * std::min(1.0F, stroke.radius / 5);
            values_[i] += alpha * (stroke.value + ridge - values_[i]);
            float* cover = &covers_[i * shapes_];
            for (std::size_t s = 0; s < shapes_; ++s) {
                const float whole = static_cast<int>(s) == stroke.shape ? 1.0F : 0.0F;
                cover[s] += alpha * (whole - cover[s]);
            }
        }
}

}  // namespace underpaint::demo
