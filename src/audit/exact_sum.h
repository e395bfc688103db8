// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cmath>
#include <cstdint>

namespace underpaint {

/// A sum kept as a whole number of 2^-26, so that the order in which tiles and threads add to it
/// can't change the result. Holds the sums of a billion pixels of up to 100 each. Add a tile's or a
/// row's own sum at a time: within it the order is fixed.
class ExactSum {
public:
    void add(double v) { units_ += std::llround(v * kUnit); }
    ExactSum& operator+=(const ExactSum& other) {
        units_ += other.units_;
        return *this;
    }
    ExactSum& operator-=(const ExactSum& other) {
        units_ -= other.units_;
        return *this;
    }
    double value() const { return static_cast<double>(units_) / kUnit; }

private:
    static constexpr double kUnit = 1 << 26;
    std::int64_t units_ = 0;
};

/// A mean with weights 0..1.
class WeightedMean {
public:
    /// \param sum of values times their weights, \param weight the sum of the weights
    void add(double sum, double weight) {
        sum_.add(sum);
        weight_.add(weight);
    }
    WeightedMean& operator+=(const WeightedMean& other) {
        sum_ += other.sum_;
        weight_ += other.weight_;
        return *this;
    }
    WeightedMean& operator-=(const WeightedMean& other) {
        sum_ -= other.sum_;
        weight_ -= other.weight_;
        return *this;
    }
    bool empty() const { return weight_.value() <= 0; }
    /// 0 when empty.
    double value() const { return empty() ? 0 : sum_.value() / weight_.value(); }
    double weight() const { return weight_.value(); }

private:
    ExactSum sum_, weight_;
};

}  // namespace underpaint
