// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/regions.h"

#include <opencv2/imgproc.hpp>

namespace underpaint {

Regions find_regions(Size size, const std::vector<std::uint8_t>& inside) {
    Regions result{size, std::vector<std::int32_t>(inside.size()), {}};
    // OpenCV takes no const pixels, but does not change these.
    const cv::Mat binary(size.height, size.width, CV_8U, const_cast<std::uint8_t*>(inside.data()));
    cv::Mat labels(size.height, size.width, CV_32S, result.labels.data());
    cv::Mat stats, centres;
    const int count = cv::connectedComponentsWithStats(binary, labels, stats, centres, 8, CV_32S);
    for (int label = 1; label < count; ++label) {
        const auto of = [&](int what) { return stats.at<std::int32_t>(label, what); };
        result.regions.push_back({label,
                                  of(cv::CC_STAT_AREA),
                                  {of(cv::CC_STAT_LEFT), of(cv::CC_STAT_TOP), of(cv::CC_STAT_WIDTH),
                                   of(cv::CC_STAT_HEIGHT)}});
    }
    std::ranges::stable_sort(result.regions, std::greater(), &Region::area);
    return result;
}

}  // namespace underpaint
