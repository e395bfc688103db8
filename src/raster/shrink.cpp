// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/shrink.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

namespace underpaint {

RgbBlock shrunk(RgbBlock pixels, int side) {
    const Size size = pixels.area().size();
    const int longest = std::max(size.width, size.height);
    if (longest <= side) return pixels;
    const auto length = [&](int v) {
        return std::max(1, static_cast<int>(std::lround(static_cast<double>(v) * side / longest)));
    };
    RgbBlock small({0, 0, length(size.width), length(size.height)});
    const RgbRow from = pixels.all(), to = small.all();
    for (const auto& [in, out] : {std::pair(from.r, to.r), {from.g, to.g}, {from.b, to.b}}) {
        const cv::Mat source(size.height, size.width, CV_32F, in.data());
        cv::Mat target(small.area().height, small.area().width, CV_32F, out.data());
        cv::resize(source, target, target.size(), 0, 0, cv::INTER_AREA);
    }
    return small;
}

RgbBlock shrunk(const Picture& picture, int side) {
    const Size size = picture.size();
    if (std::max(size.width, size.height) < 4 * side)
        return shrunk(rgb_of(picture, rect_of(size)), side);
    Picture half = halved(picture);
    while (std::max(half.size().width, half.size().height) >= 4 * side) half = halved(half);
    return shrunk(rgb_of(half, rect_of(half.size())), side);
}

}  // namespace underpaint
