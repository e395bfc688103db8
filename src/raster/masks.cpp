// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/masks.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

#include "raster/blur.h"

namespace underpaint {
namespace {

float mixed(float a, float b, Combine how) {
    switch (how) {
        case Combine::replace: return b;
        case Combine::add: return std::max(a, b);
        case Combine::take_away: return a * (1 - b);
        case Combine::intersect: return std::min(a, b);
    }
    return a;
}

Rect grown(const Rect& r, int by, Size size) {
    return intersection({r.x - by, r.y - by, r.width + 2 * by, r.height + 2 * by}, rect_of(size));
}

/// Calls `work` for the tiles that a filter of some reach can change: those near which the mask is
/// not of one value.
template <class Work>
void for_each_border_tile(const Picture& mask, int reach, Work work) {
    const TileGrid grid{mask.size()};
    for (int i = 0; i < grid.count(); ++i) {
        const Rect tile = grid.tile(i), around = grown(tile, reach, mask.size());
        if (!mask.surely_all(0, around, 0) && !mask.surely_all(0, around, 1)) work(tile, around);
    }
}

cv::Mat mat_of(FloatBlock& block) {
    return {block.area().height, block.area().width, CV_32F, block.samples().data()};
}

/// Filters masks by the same guide.
class GuidedFilter {
public:
    GuidedFilter(cv::Mat guide, int radius)
        : guide_(std::move(guide)), box_(2 * radius + 1, 2 * radius + 1) {
        mean_ = mean(guide_);
        variance_ = mean(guide_.mul(guide_)) - mean_.mul(mean_);
    }
    void apply(cv::Mat& p) const {
        const cv::Mat mean_p = mean(p);
        const cv::Mat covariance = mean(guide_.mul(p)) - mean_.mul(mean_p);
        const cv::Mat a = covariance / (variance_ + kLeastVariance);
        p = mean(a).mul(guide_) + mean(mean_p - a.mul(mean_));
    }
    /// How much of an edge there is to follow, 0..1: all of it where a third of the box has one.
    cv::Mat edges() const {
        return cv::min(3 * mean(variance_ / (variance_ + kLeastVariance)), 1.0);
    }

private:
    // Encoded values squared: an edge of less than 0.02 is not followed.
    static constexpr double kLeastVariance = 4e-4;
    cv::Mat mean(const cv::Mat& of) const {
        cv::Mat result;
        cv::boxFilter(of, result, CV_32F, box_, {-1, -1}, true, cv::BORDER_REFLECT_101);
        return result;
    }
    cv::Mat guide_;
    cv::Size box_;
    cv::Mat mean_, variance_;
};

/// Coverage pushed toward 0 and 1.
void steepen(cv::Mat& p) {
    p.forEach<float>([](float& v, const int*) {
        const float t = std::clamp((v - 0.3F) / 0.4F, 0.0F, 1.0F);
        v = t * t * (3 - 2 * t);
    });
}

Picture mask_of(const cv::Mat& binary) {
    Picture mask({binary.cols, binary.rows}, Channels::grey, Depth::bits8);
    for (int y = 0; y < binary.rows; ++y)
        mask.write_interleaved(
            y, std::span<const std::uint8_t>(binary.ptr(y), static_cast<std::size_t>(binary.cols)));
    mask.settle();
    return mask;
}

cv::Mat disc(int radius) {
    return cv::getStructuringElement(cv::MORPH_ELLIPSE, {2 * radius + 1, 2 * radius + 1});
}

}  // namespace

Picture combined(const Picture& a, const Picture& b, Combine how) {
    Picture result = a;
    const TileGrid grid{a.size()};
    std::vector<float> one(static_cast<std::size_t>(kTileSide) * kTileSide), other(one.size());
    for (int i = 0; i < grid.count(); ++i) {
        const Rect tile = grid.tile(i);
        const auto count = static_cast<std::size_t>(tile.size().area());
        const auto mine = std::span(one).first(count), theirs = std::span(other).first(count);
        a.read_channel(0, tile, mine);
        b.read_channel(0, tile, theirs);
        for (std::size_t p = 0; p < count; ++p) mine[p] = mixed(mine[p], theirs[p], how);
        result.write_channel(0, tile, mine);
    }
    result.settle();
    return result;
}

Picture softened(const Picture& mask, double sigma) {
    Picture result = mask;
    for_each_border_tile(mask, blur_reach(sigma), [&](const Rect& tile, const Rect&) {
        blur_into(result, mask, 0, sigma, tile);
    });
    result.settle();
    return result;
}

Picture snapped(const Picture& mask, const Picture& guide_picture, int radius) {
    constexpr int rounds = 3;
    radius = std::clamp(radius, 1, 60);
    Picture result = mask;
    // Each round reads two box widths around a pixel.
    for_each_border_tile(mask, rounds * 2 * radius, [&](const Rect& tile, const Rect& around) {
        FloatBlock p_block(around), guide_block(around);
        mask.read_channel(0, around, p_block.samples());
        guide_picture.read_channel(0, around, guide_block.samples());
        const GuidedFilter filter(mat_of(guide_block), radius);
        cv::Mat drawn = mat_of(p_block), p = drawn.clone();
        for (int round = 0; round < rounds; ++round) {
            filter.apply(p);
            steepen(p);
        }
        // Without an edge to follow, the mask stays as drawn.
        p = drawn + filter.edges().mul(p - drawn);
        for (int y = 0; y < tile.height; ++y) {
            const float* row = p.ptr<float>(tile.y + y - around.y) + (tile.x - around.x);
            result.write_channel(0, tile.x, tile.y + y,
                                 std::span(row, static_cast<std::size_t>(tile.width)));
        }
    });
    result.settle();
    return result;
}

Picture band_mask(const FloatBlock& values, double low, double high, double soft) {
    Picture mask(values.area().size(), Channels::grey, Depth::bits8);
    std::vector<float> row(static_cast<std::size_t>(values.area().width));
    for (int y = 0; y < values.area().height; ++y) {
        std::ranges::transform(values.row(y), row.begin(), [&](float v) {
            const double beyond = std::max(low - v, v - high);
            if (!(beyond > 0)) return 1.0F;
            return soft > 0 ? static_cast<float>(std::max(0.0, 1 - beyond / soft)) : 0.0F;
        });
        mask.write_channel(0, 0, y, row);
    }
    mask.settle();
    return mask;
}

Picture touching_mask(const FloatBlock& values, int x, int y, double tolerance, int gap) {
    const Size size = values.area().size();
    const float seed = values.row(y)[static_cast<std::size_t>(x)];
    cv::Mat alike(size.height, size.width, CV_8U);
    for (int row = 0; row < size.height; ++row)
        std::ranges::transform(values.row(row), alike.ptr(row), [&](float v) {
            return static_cast<std::uint8_t>(std::fabs(v - seed) <= tolerance ? 255 : 0);
        });
    const auto flood = [](cv::Mat& region, cv::Point from) {
        cv::floodFill(region, from, cv::Scalar(128), nullptr, 0, 0, 4);
        return cv::Mat(region == 128);
    };
    gap = std::clamp(gap, 0, 50);
    if (gap == 0) return mask_of(flood(alike, {x, y}));

    // After erosion, a region is connected only where it is wide enough.
    cv::Mat worn;
    cv::erode(alike, worn, disc(gap), {-1, -1}, 1, cv::BORDER_REPLICATE);
    if (worn.at<std::uint8_t>(y, x) == 0) {
        // The clicked spot may lie in a narrow place: start at the nearest wide one, if it is
        // close.
        cv::Mat distance;
        cv::Point nearest(-1, -1);
        double least = 4.0 * gap * gap;
        for (int v = std::max(0, y - 2 * gap); v < std::min(size.height, y + 2 * gap + 1); ++v)
            for (int u = std::max(0, x - 2 * gap); u < std::min(size.width, x + 2 * gap + 1); ++u) {
                const double away = double(u - x) * (u - x) + double(v - y) * (v - y);
                if (worn.at<std::uint8_t>(v, u) != 0 && away < least)
                    least = away, nearest = {u, v};
            }
        if (nearest.x < 0) return mask_of(flood(alike, {x, y}));
        x = nearest.x, y = nearest.y;
    }
    cv::Mat region = flood(worn, {x, y});
    cv::dilate(region, region, disc(gap + 1));
    cv::bitwise_and(region, alike, region);
    return mask_of(region);
}

}  // namespace underpaint
