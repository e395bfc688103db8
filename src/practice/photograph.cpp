// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/photograph.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "practice/study_pixels.h"
#include "raster/shrink.h"

namespace underpaint {

std::optional<Picture> without_perspective(const Picture& photograph,
                                           std::span<const Point, 4> corners) {
    const auto side = [&](std::size_t a, std::size_t b) {
        return std::hypot(corners[a].x - corners[b].x, corners[a].y - corners[b].y);
    };
    // Every turn has the same sense: the shape is convex and no two sides cross.
    int turns = 0;
    for (std::size_t i = 0; i < 4; ++i) {
        const Point a = corners[i], b = corners[(i + 1) % 4], c = corners[(i + 2) % 4];
        const double cross = (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
        if (!(std::abs(cross) > 1)) return std::nullopt;
        turns += cross > 0 ? 1 : -1;
    }
    if (std::abs(turns) != 4) return std::nullopt;
    const double by = std::min(
        1.0, double(kPhotographSide) / std::max(photograph.size().width, photograph.size().height));
    const int width = static_cast<int>(std::lround(by * (side(0, 1) + side(3, 2)) / 2)),
              height = static_cast<int>(std::lround(by * (side(0, 3) + side(1, 2)) / 2));
    if (width < 1 || height < 1) return std::nullopt;
    const RgbBlock pixels = shrunk(photograph, kPhotographSide);
    const Size size = pixels.area().size();
    cv::Mat from(size.height, size.width, CV_32FC3);
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x) {
            const Rgb c = pixels.row(y)[static_cast<std::size_t>(x)];
            from.at<cv::Vec3f>(y, x) = {c.r, c.g, c.b};
        }
    std::vector<cv::Point2f> source, target{{0, 0},
                                            {static_cast<float>(width), 0},
                                            {static_cast<float>(width), static_cast<float>(height)},
                                            {0, static_cast<float>(height)}};
    for (const Point& each : corners)
        source.emplace_back(static_cast<float>(each.x * by), static_cast<float>(each.y * by));
    cv::Mat to;
    cv::warpPerspective(from, to, cv::getPerspectiveTransform(source, target), {width, height},
                        cv::INTER_LINEAR, cv::BORDER_REPLICATE);
    RgbBlock made(rect_of({width, height}));
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x) {
            const cv::Vec3f c = to.at<cv::Vec3f>(y, x);
            made.row(y).set(static_cast<std::size_t>(x), {c[0], c[1], c[2]});
        }
    return picture_of(made);
}

}  // namespace underpaint
