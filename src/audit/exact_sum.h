// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cmath>
#include <cstdint>

namespace underpaint {

/// A sum of small numbers kept as a whole number of 2^-30, so that the order in which tiles and
/// threads add to it can't change the result. Holds a billion terms of up to 8.
class ExactSum {
public:
    void add(double v) { units_ += std::llround(v * kUnit); }
    ExactSum& operator+=(const ExactSum& other) {
        units_ += other.units_;
        return *this;
    }
    double value() const { return static_cast<double>(units_) / kUnit; }

private:
    static constexpr double kUnit = 1 << 30;
    std::int64_t units_ = 0;
};

/// A mean with weights 0..1.
class WeightedMean {
public:
    void add(double v, double weight) {
        sum_.add(v * weight);
        weight_.add(weight);
    }
    WeightedMean& operator+=(const WeightedMean& other) {
        sum_ += other.sum_;
        weight_ += other.weight_;
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
