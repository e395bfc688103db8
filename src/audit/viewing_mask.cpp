// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/viewing_mask.h"

#include <algorithm>

namespace underpaint {

SharedPicture as_mask(Size viewing, const std::vector<std::uint8_t>& inside) {
    const auto width = static_cast<std::size_t>(viewing.width);
    Picture mask(viewing, Channels::grey, Depth::bits8);
    for (int y = 0; y < viewing.height; ++y)
        mask.write_interleaved(
            y, std::span(inside).subspan(static_cast<std::size_t>(y) * width, width));
    mask.settle();
    return share(std::move(mask));
}

SharedPicture disc_mask(const ViewingSteps& viewing, const Point& centre, double radius) {
    return as_mask(viewing.size(), pixels_where(viewing, [&](const Point& p, float) {
                       return distance(p, centre) <= radius;
                   }));
}

void PixelsAlong::mark(int x, int y) {
    constexpr int reach = 4;
    const int left = std::max(0, x - reach), right = std::min(size_.width, x + reach + 1);
    for (int row = std::max(0, y - reach); row < std::min(size_.height, y + reach + 1); ++row)
        std::fill_n(near_.begin() + std::int64_t{row} * size_.width + left, right - left, 255);
}

}  // namespace underpaint
