// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/viewing_mask.h"

#include <algorithm>

namespace underpaint {

SharedPicture as_mask(const ViewingSteps& viewing, const std::vector<std::uint8_t>& inside) {
    const Size size = viewing.steps.area().size();
    const auto width = static_cast<std::size_t>(size.width);
    Picture mask(size, Channels::grey, Depth::bits8);
    for (int y = 0; y < size.height; ++y)
        mask.write_interleaved(
            y, std::span(inside).subspan(static_cast<std::size_t>(y) * width, width));
    mask.settle();
    return share(std::move(mask));
}

SharedPicture disc_mask(const ViewingSteps& viewing, const Point& centre, double radius) {
    return as_mask(viewing, pixels_where(viewing, [&](const Point& p, float) {
                       return distance(p, centre) <= radius;
                   }));
}

SharedPicture mask_along(const ViewingSteps& viewing, const std::vector<EdgePoint>& edges) {
    constexpr int reach = 4;
    const Size size = viewing.steps.area().size();
    std::vector<std::uint8_t> near(static_cast<std::size_t>(size.area()));
    for (const EdgePoint& p : edges) {
        const int left = std::max(0, p.x - reach);
        const int right = std::min(size.width, p.x + reach + 1);
        for (int y = std::max(0, p.y - reach); y < std::min(size.height, p.y + reach + 1); ++y)
            std::fill_n(near.begin() + std::int64_t{y} * size.width + left, right - left, 255);
    }
    return as_mask(viewing, near);
}

}  // namespace underpaint
