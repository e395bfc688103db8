// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/polygon.h"

#include <cmath>
#include <numeric>
#include <opencv2/imgproc.hpp>

namespace underpaint {
namespace {

constexpr int kFractionBits = 4;  // sixteenths of a pixel

/// OpenCV counts from pixel centres and in fixed point; points far outside are brought near.
cv::Point fixed(const Point& p, Size size) {
    const auto axis = [](double v, int length) {
        const double near = std::clamp(v - 0.5, -double(length), 2.0 * length);
        return static_cast<int>(std::lround(near * (1 << kFractionBits)));
    };
    return {axis(p.x, size.width), axis(p.y, size.height)};
}

}  // namespace

Picture outline_mask(Size size, std::span<const Point> points, double soften) {
    Picture mask(size, Channels::grey, Depth::bits8);
    if (points.size() < 3) return mask;

    std::vector<cv::Point> outline;
    for (const Point& p : points) outline.push_back(fixed(p, size));
    cv::Mat drawn(size.height, size.width, CV_8U, cv::Scalar(0));
    cv::fillPoly(drawn, std::vector{outline}, cv::Scalar(255), cv::LINE_AA, kFractionBits);
    if (soften > 0) cv::GaussianBlur(drawn, drawn, {}, std::min(soften, 200.0));

    for (int y = 0; y < size.height; ++y)
        mask.write_interleaved(
            y, std::span<const std::uint8_t>(drawn.ptr(y), static_cast<std::size_t>(size.width)));
    mask.settle();
    return mask;
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
