// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/enlarged.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

namespace underpaint {
namespace {

cv::Mat pixels_of(QImage& image) {
    return {image.height(), image.width(), CV_8UC4, image.bits(),
            static_cast<std::size_t>(image.bytesPerLine())};
}

/// Where a pixel edge of the coarse picture lies in the fine one: to the pixel, which is exact for
/// pictures that are seen whole and for halvings.
int edge_of(int coarse, double times) {
    return static_cast<int>(std::lround(coarse * times));
}

QImage enlarged(QImage coarse, const View& from, const View& to) {
    if (coarse.isNull()) return {};
    QImage fine(to.area.width, to.area.height, QImage::Format_RGB32);
    const double times = from.shrink / to.shrink;
    cv::Mat large;
    cv::resize(pixels_of(coarse), large, {}, times, times, cv::INTER_LINEAR);
    const int x = to.area.x - edge_of(from.area.x, times),
              y = to.area.y - edge_of(from.area.y, times);
    // The last pixels of the fine picture may cover less than a whole pixel here.
    cv::copyMakeBorder(large, large, 0, std::max(0, y + fine.height() - large.rows), 0,
                       std::max(0, x + fine.width() - large.cols), cv::BORDER_REPLICATE);
    large({x, y, fine.width(), fine.height()}).copyTo(pixels_of(fine));
    return fine;
}

}  // namespace

Seen enlarged(const Seen& coarse, const View& view) {
    return {enlarged(coarse.image, coarse.view, view), enlarged(coarse.right, coarse.view, view),
            view};
}

}  // namespace underpaint
