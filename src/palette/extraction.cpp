// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/extraction.h"

#include <algorithm>
#include <opencv2/core.hpp>
#include <set>
#include <tuple>

#include "colour/oklab.h"
#include "colour/srgb.h"

namespace underpaint {
namespace {

constexpr int kAttempts = 3, kMostRounds = 60;
constexpr double kStill = 1e-4;  // OKLab; centres that move less than this have settled
constexpr std::uint64_t kSeed = 0x5a17ca27;

/// Different colours, at most so many of them.
int distinct(const ConstRgbRow& pixels, int most) {
    std::set<std::tuple<float, float, float>> seen;
    for (std::size_t i = 0; i < pixels.r.size(); ++i) {
        seen.emplace(pixels.r[i], pixels.g[i], pixels.b[i]);
        if (static_cast<int>(seen.size()) >= most) break;
    }
    return static_cast<int>(seen.size());
}

}  // namespace

std::vector<Swatch> palette_of(const RgbBlock& pixels, int count) {
    const ConstRgbRow all = pixels.all();
    const auto size = static_cast<int>(all.r.size());
    count = std::min(count, distinct(all, count));
    if (count < 1) return {};
    // One column of colours: OpenCV takes a single row of three numbers for three samples.
    cv::Mat samples(size, 1, CV_32FC3);
    for (int i = 0; i < size; ++i) {
        const OkLab lab = oklab(decode(all[static_cast<std::size_t>(i)]));
        auto* to = samples.ptr<float>(i);
        to[0] = lab.l, to[1] = lab.a, to[2] = lab.b;
    }
    cv::Mat labels, centres;
    const cv::RNG before = cv::theRNG();
    cv::theRNG() = cv::RNG(kSeed);
    cv::kmeans(samples, count, labels,
               {cv::TermCriteria::COUNT | cv::TermCriteria::EPS, kMostRounds, kStill}, kAttempts,
               cv::KMEANS_PP_CENTERS, centres);
    cv::theRNG() = before;
    std::vector<Swatch> swatches(static_cast<std::size_t>(count));
    for (int i = 0; i < size; ++i) swatches[static_cast<std::size_t>(labels.at<int>(i))].share += 1;
    for (int k = 0; k < count; ++k) {
        const auto* centre = centres.ptr<float>(k);
        Swatch& swatch = swatches[static_cast<std::size_t>(k)];
        swatch.colour = encode(linear_rgb(OkLab{centre[0], centre[1], centre[2]}));
        for (float* channel : {&swatch.colour.r, &swatch.colour.g, &swatch.colour.b})
            *channel = std::clamp(*channel, 0.0F, 1.0F);
        swatch.share /= size;
    }
    std::erase_if(swatches, [](const Swatch& swatch) { return swatch.share <= 0; });
    std::ranges::stable_sort(swatches, std::greater(), &Swatch::share);
    return swatches;
}

}  // namespace underpaint
