// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/blur.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

namespace underpaint {
namespace {

cv::Mat over(FloatBlock& pixels) {
    return {pixels.area().height, pixels.area().width, CV_32F, pixels.samples().data()};
}

}  // namespace

// The distance at which a Gaussian falls below a thousandth of its height.
int blur_reach(double sigma) {
    return static_cast<int>(std::ceil(3.8 * std::min(sigma, 200.0)));
}

void blur(FloatBlock& pixels, double sigma) {
    if (!(sigma > 0) || pixels.area().empty()) return;
    cv::Mat mat = over(pixels);
    const int side = 2 * blur_reach(std::min(sigma, 200.0)) + 1;
    cv::GaussianBlur(mat, mat, {side, side}, std::min(sigma, 200.0), 0, cv::BORDER_REFLECT_101);
}

void blur_into(Picture& to, const Picture& from, int channel, double sigma, const Rect& tile) {
    const int reach = blur_reach(sigma);
    const Rect around = intersection(
        {tile.x - reach, tile.y - reach, tile.width + 2 * reach, tile.height + 2 * reach},
        rect_of(from.size()));
    FloatBlock pixels(around);
    from.read_channel(channel, around, pixels.samples());
    blur(pixels, sigma);
    for (int y = 0; y < tile.height; ++y)
        to.write_channel(channel, tile.x, tile.y + y,
                         pixels.row(tile.y + y - around.y)
                             .subspan(static_cast<std::size_t>(tile.x - around.x),
                                      static_cast<std::size_t>(tile.width)));
}

}  // namespace underpaint
