// SPDX-License-Identifier: GPL-3.0-or-later
#include <QImage>
#include <algorithm>
#include <opencv2/imgproc.hpp>

#include "desk/view/lens.h"

namespace underpaint {
namespace {

void blur(QImage& image, const Sight& sight, double long_side) {
    const double sigma = sight.squint * long_side;
    if (image.isNull() || !(sigma > 0.1)) return;
    cv::Mat pixels(image.height(), image.width(), CV_8UC4, image.bits(),
                   static_cast<std::size_t>(image.bytesPerLine()));
    // A wide blur needs few pixels: it is made on pixels of a third of its width.
    const double shrink = std::max(1.0, sigma / 3);
    cv::Mat small;
    cv::resize(pixels, small, {}, 1 / shrink, 1 / shrink, cv::INTER_AREA);
    cv::GaussianBlur(small, small, {}, sigma / shrink, 0, cv::BORDER_REPLICATE);
    cv::resize(small, pixels, pixels.size(), 0, 0, cv::INTER_CUBIC);
}

}  // namespace

const LensRecord kSquintLens{
    .lens = Lens::squint,
    .id = "squint",
    .label = "Squint",
    .about = "Blurred, as through half-closed eyes. Held down: Q",
    .on_values = true,
    .on_colour = true,
    .whole = blur,
};

}  // namespace underpaint
