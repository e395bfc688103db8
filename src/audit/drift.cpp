// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/drift.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "blend/tally_rows.h"

namespace underpaint {
namespace {

constexpr int kBinsPerStep = 5000;
constexpr int kBins = 8 * kBinsPerStep + 1;  // steps 1-9 are at most 8 apart

}  // namespace

void DriftTally::add(std::span<const float> now, std::span<const float> then) {
    if (bins_.empty()) bins_.resize(kBins);
    std::array<std::int32_t, 1024> bins;
    for (std::size_t from = 0; from < now.size(); from += bins.size()) {
        const std::size_t count = std::min(bins.size(), now.size() - from);
        const RowDrift row =
            drift_row(now.subspan(from, count), then.subspan(from, count),
                      static_cast<float>(kQuarterStep), kBinsPerStep, kBins - 1, bins);
        if (row.max > 0)
            for (std::size_t i = 0; i < count; ++i) ++bins_[static_cast<std::size_t>(bins[i])];
        else
            bins_[0] += static_cast<std::uint32_t>(count);
        changed_ += row.changed, lighter_ += row.above, darker_ += row.below;
        sum_.add(row.sum);
        max_ = std::max(max_, row.max);
    }
    count_ += now.size();
}

void DriftTally::add_unmoved(std::size_t pixels) {
    if (bins_.empty()) bins_.resize(kBins);
    bins_[0] += static_cast<std::uint32_t>(pixels);
    count_ += pixels;
}

DriftTally& DriftTally::operator+=(const DriftTally& other) {
    if (bins_.empty()) bins_.resize(other.bins_.size());
    for (std::size_t i = 0; i < other.bins_.size(); ++i) bins_[i] += other.bins_[i];
    count_ += other.count_;
    changed_ += other.changed_;
    lighter_ += other.lighter_;
    darker_ += other.darker_;
    sum_ += other.sum_;
    max_ = std::max(max_, other.max_);
    return *this;
}

Drift DriftTally::drift() const {
    if (count_ == 0) return {};
    const auto pixels = static_cast<double>(count_);
    const auto rank = static_cast<std::uint64_t>(std::ceil(0.95 * pixels));
    std::uint64_t seen = 0;
    std::size_t bin = 0;
    while ((seen += bins_[bin]) < rank) ++bin;
    return {sum_.value() / pixels,
            std::min(static_cast<double>(bin) / kBinsPerStep, static_cast<double>(max_)),
            max_,
            static_cast<double>(changed_) / pixels,
            static_cast<double>(lighter_) / pixels,
            static_cast<double>(darker_) / pixels};
}

}  // namespace underpaint
