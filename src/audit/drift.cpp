// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/drift.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "blend/tally_rows.h"

namespace underpaint {
namespace {

constexpr int kBinsPerStep = 5000;
constexpr int kFarthest = 8 * kBinsPerStep;  // steps 1-9 are at most 8 apart
// A drift of more than a step is lost in any case, so the bins beyond one step are wider.
constexpr int kBins = kBinsPerStep + (kFarthest - kBinsPerStep) / kWiderBins + 1;

double steps_of_bin(std::size_t bin) {
    const double beyond = std::max(0.0, static_cast<double>(bin) - kBinsPerStep);
    return (static_cast<double>(bin) + beyond * (kWiderBins - 1)) / kBinsPerStep;
}

}  // namespace

void DriftTally::add(std::span<const float> now, std::span<const float> then) {
    std::array<std::int32_t, 1024> bins;
    for (std::size_t from = 0; from < now.size(); from += bins.size()) {
        const std::size_t count = std::min(bins.size(), now.size() - from);
        const RowDrift row =
            drift_row(now.subspan(from, count), then.subspan(from, count),
                      static_cast<float>(kQuarterStep), {kBinsPerStep, kFarthest}, bins);
        if (row.max > 0) {
            const auto counted = std::span(bins).first(count);
            const auto highest = static_cast<int>(row.max * kBinsPerStep) + 1;
            bins_.reach(
                static_cast<std::size_t>(std::min(folded(highest, kBinsPerStep) + 1, kBins)));
            bins_.count(counted);
        } else {
            bins_.count(0, count);
        }
        changed_ += row.changed, lighter_ += row.above, darker_ += row.below;
        sum_.add(row.sum);
        max_ = std::max(max_, row.max);
    }
    count_ += now.size();
}

void DriftTally::add_unmoved(std::size_t pixels) {
    bins_.count(0, pixels);
    count_ += pixels;
}

DriftTally& DriftTally::operator+=(const DriftTally& other) {
    bins_ += other.bins_;
    count_ += other.count_;
    changed_ += other.changed_;
    lighter_ += other.lighter_;
    darker_ += other.darker_;
    sum_ += other.sum_;
    raise_max(other);
    return *this;
}

DriftTally& DriftTally::operator-=(const DriftTally& other) {
    bins_ -= other.bins_;
    count_ -= other.count_;
    changed_ -= other.changed_;
    lighter_ -= other.lighter_;
    darker_ -= other.darker_;
    sum_ -= other.sum_;
    return *this;
}

Drift DriftTally::drift() const {
    if (count_ == 0) return {};
    const auto pixels = static_cast<double>(count_);
    const auto rank = static_cast<std::uint64_t>(std::ceil(0.95 * pixels));
    const std::size_t bin = bins_.bin_of_rank(rank, 0);
    return {sum_.value() / pixels,
            std::min(steps_of_bin(bin), static_cast<double>(max_)),
            max_,
            static_cast<double>(changed_) / pixels,
            static_cast<double>(lighter_) / pixels,
            static_cast<double>(darker_) / pixels};
}

}  // namespace underpaint
