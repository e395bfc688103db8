// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdint>
#include <numeric>
#include <optional>
#include <span>
#include <vector>

#include "raster/rgb_block.h"

namespace underpaint {

/// Steps by bins of 1/500 step, to count them in discs many times over: much quicker than sorting.
class BinnedSteps {
public:
    explicit BinnedSteps(const FloatBlock& steps)
        : width_(static_cast<std::size_t>(steps.area().width)), bins_(steps.samples().size()) {
        std::ranges::transform(steps.samples(), bins_.begin(), bin_of);
    }
    static std::uint16_t bin_of(float step) {
        const float bin = (step - 1) * kBinsPerStep + 0.5F;
        return static_cast<std::uint16_t>(bin > 0 ? std::min(bin, kLastBin) : 0.0F);
    }
    std::span<const std::uint16_t> row(int y) const {
        return std::span(bins_).subspan(static_cast<std::size_t>(y) * width_, width_);
    }

    static constexpr int kBinsPerStep = 500;
    static constexpr float kLastBin = 8.0F * kBinsPerStep;

private:
    std::size_t width_;
    std::vector<std::uint16_t> bins_;
};

/// Histogram of the steps inside a disc that moves over the picture.
class DiscHistogram {
public:
    void clear() {
        bins_.fill(0);
        count_ = 0;
    }
    void add(std::span<const std::uint16_t> run) {
        for (const std::uint16_t bin : run) ++bins_[bin];
        count_ += run.size();
    }
    void add(std::span<const float> run) {
        for (const float step : run) ++bins_[BinnedSteps::bin_of(step)];
        count_ += run.size();
    }
    bool empty() const { return count_ == 0; }
    /// The distance between two percentiles (nearest rank), in steps.
    double between(double low, double high) const {
        return static_cast<double>(bin_at(high) - bin_at(low)) / BinnedSteps::kBinsPerStep;
    }

private:
    static constexpr std::size_t kBlock = 64;
    static constexpr std::size_t kBlocks = 8 * BinnedSteps::kBinsPerStep / kBlock + 1;

    /// Goes on by blocks first, whose sums are quickly made.
    std::size_t bin_at(double share) const {
        const auto rank = static_cast<std::uint32_t>(
            std::max(1.0, std::ceil(share * static_cast<double>(count_))));
        std::uint32_t seen = 0;
        std::size_t bin = 0;
        for (; bin < bins_.size(); bin += kBlock) {
            const std::span block = std::span(bins_).subspan(bin, kBlock);
            const auto sum = std::accumulate(block.begin(), block.end(), 0U);
            if (seen + sum >= rank) break;
            seen += sum;
        }
        while ((seen += bins_[bin]) < rank) ++bin;
        return bin;
    }

    std::array<std::uint32_t, kBlocks * kBlock> bins_{};
    std::size_t count_ = 0;
};

/// Calls `visit` with each row, and the columns of it from where and how many, whose pixels'
/// centres lie in a disc.
template <class Visit>
void for_disc_rows(Size size, const Point& centre, double radius, Visit visit) {
    const int top = std::max(0, static_cast<int>(std::floor(centre.y - radius)));
    const int bottom = std::min(size.height, static_cast<int>(std::ceil(centre.y + radius)) + 1);
    for (int y = top; y < bottom; ++y) {
        const double dy = y + 0.5 - centre.y, square = radius * radius - dy * dy;
        if (square < 0) continue;
        const double half = std::sqrt(square);
        const int left = std::max(0, static_cast<int>(std::ceil(centre.x - half - 0.5)));
        const int right =
            std::min(size.width - 1, static_cast<int>(std::floor(centre.x + half - 0.5)));
        if (right < left) continue;
        visit(y, static_cast<std::size_t>(left), static_cast<std::size_t>(right - left + 1));
    }
}

/// `steps` as they are or binned.
template <class Steps>
std::optional<double> contrast_in(const Steps& steps, Size size, const Point& centre,
                                  double radius) {
    thread_local DiscHistogram inside;
    inside.clear();
    for_disc_rows(size, centre, radius, [&](int y, std::size_t left, std::size_t count) {
        inside.add(steps.row(y).subspan(left, count));
    });
    if (inside.empty()) return std::nullopt;
    return inside.between(0.05, 0.95);
}

}  // namespace underpaint
