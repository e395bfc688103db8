// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/drift.h"

#include <algorithm>
#include <cmath>

#include "audit/verdict.h"

namespace underpaint {
namespace {

constexpr int kBinsPerStep = 5000;
constexpr int kBins = 8 * kBinsPerStep + 1;  // steps 1-9 are at most 8 apart

}  // namespace

void DriftTally::add(std::span<const float> now, std::span<const float> then) {
    constexpr auto held = static_cast<float>(kHeldDrift);
    const auto rounded = [](float step) { return static_cast<int>(step + 0.5F); };
    if (bins_.empty()) bins_.resize(kBins);
    double sum = 0;
    for (std::size_t i = 0; i < now.size(); ++i) {
        const float d = now[i] - then[i], size = std::fabs(d);
        const auto bin = static_cast<std::size_t>(size * kBinsPerStep + 0.5F);
        ++bins_[std::min<std::size_t>(bin, kBins - 1)];
        changed_ += rounded(now[i]) != rounded(then[i]);
        lighter_ += d > held;
        darker_ += d < -held;
        sum += size;
        max_ = std::max(max_, size);
    }
    sum_.add(sum);
    count_ += now.size();
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
