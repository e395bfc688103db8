// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/step_histogram.h"

#include <algorithm>
#include <cmath>

#include "blend/tally_rows.h"

namespace underpaint {
namespace {

constexpr double kHistogramBinsPerStep = 500;
constexpr int kHistogramBins = 8 * 500 + 1;
constexpr std::size_t kBinCount = kHistogramBins;

int bin_of(double step) {
    return std::clamp(static_cast<int>((step - 1) * kHistogramBinsPerStep + 0.5), 0,
                      kHistogramBins - 1);
}
double step_of_bin(double bin) {
    return 1 + bin / kHistogramBinsPerStep;
}

}  // namespace

void StepHistogram::add(std::span<const float> steps) {
    count_ += steps.size();
    bins_.reach(kBinCount);
    std::array<std::int32_t, 1024> bins;
    while (!steps.empty()) {
        const auto now = steps.first(std::min(steps.size(), bins.size()));
        bin_row(now, 1, static_cast<float>(kHistogramBinsPerStep), kHistogramBins - 1, bins);
        bins_.count(std::span(bins).first(now.size()));
        steps = steps.subspan(now.size());
    }
}

StepHistogram& StepHistogram::operator+=(const StepHistogram& other) {
    bins_ += other.bins_;
    count_ += other.count_;
    return *this;
}

StepHistogram& StepHistogram::operator-=(const StepHistogram& other) {
    bins_ -= other.bins_;
    count_ -= other.count_;
    return *this;
}

double StepHistogram::percentile(double share) const {
    const auto rank =
        static_cast<std::uint64_t>(std::max(1.0, std::ceil(share * static_cast<double>(count_))));
    return step_of_bin(static_cast<double>(bins_.bin_of_rank(rank, 0)));
}

double StepHistogram::share_between(double low, double high) const {
    std::uint64_t inside = 0;
    for (int bin = bin_of(low); bin < kHistogramBins && step_of_bin(bin) < high; ++bin)
        inside += bins_[static_cast<std::size_t>(bin)];
    return count_ == 0 ? 0 : static_cast<double>(inside) / static_cast<double>(count_);
}

double StepHistogram::otsu_split() const {
    double total = 0;
    for (std::size_t bin = 0; bin < kBinCount; ++bin)
        total += static_cast<double>(bin) * bins_[bin];
    const auto pixels = static_cast<double>(count_);

    double best = 0, below = 0, sum_below = 0;
    std::size_t first = kBinCount / 2, last = first;
    for (std::size_t bin = 0; bin + 1 < kBinCount; ++bin) {
        below += bins_[bin];
        sum_below += static_cast<double>(bin) * bins_[bin];
        if (below == 0 || below == pixels) continue;
        const double gap = sum_below / below - (total - sum_below) / (pixels - below);
        const double between = below * (pixels - below) * gap * gap;
        if (between > best) first = bin;
        // Every cut in an empty stretch scores the same: take its middle.
        if (between >= best) last = bin;
        best = std::max(best, between);
    }
    return step_of_bin(static_cast<double>(first + last) / 2 + 0.5);
}

Range range_of(const StepHistogram& histogram) {
    return {histogram.percentile(0.005), histogram.percentile(0.995)};
}

Key key_of(const StepHistogram& histogram) {
    const double median = histogram.percentile(0.5);
    return median < 4 ? Key::low : median > 6 ? Key::high : Key::middle;
}

std::string_view width_of(const Range& range) {
    return range.width() < 4 ? "narrow" : range.width() > 6 ? "wide" : "medium";
}

}  // namespace underpaint
