// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/tally_rows.h"

#include <array>

// Everything down to HWY_ONCE is compiled once for each instruction set.
#undef HWY_TARGET_INCLUDE
#define HWY_TARGET_INCLUDE "blend/tally_rows.cpp"
#include <hwy/foreach_target.h>

#include "blend/simd/lanes-inl.h"

HWY_BEFORE_NAMESPACE();
namespace underpaint::HWY_NAMESPACE {
namespace {

/// A float adds up so many without losing what a figure shows.
constexpr std::size_t kStretch = 4096;

template <class Lanes>
HWY_INLINE void StoreInts(const Lanes& at, IntV v, std::int32_t* row) {
    at.store(hn::BitCast(Floats(), v), reinterpret_cast<float*>(row));
}

/// The sum over all lanes of what `term` gives, stretch by stretch.
template <class Term>
HWY_INLINE double SumOver(std::size_t count, const Term& term) {
    double sum = 0;
    for (std::size_t from = 0; from < count; from += kStretch) {
        V part = hn::Zero(Floats());
        ForLanes(std::min(kStretch, count - from),
                 [&](const auto& at) UNDERPAINT_LANES { part = hn::Add(part, term(at, from)); });
        sum += static_cast<double>(hn::GetLane(hn::SumOfLanes(Floats(), part)));
    }
    return sum;
}

double WeightedSum(const float* values, const float* weights, std::size_t count) {
    return SumOver(count, [&](const auto& at, std::size_t from) UNDERPAINT_LANES {
        return hn::Mul(Load(at, values + from), Load(at, weights + from));
    });
}

double Sum(const float* values, std::size_t count) {
    return SumOver(count, [&](const auto& at, std::size_t from)
                              UNDERPAINT_LANES { return Load(at, values + from); });
}

HWY_INLINE IntV Nearest(V v, std::int32_t last) {
    const V at = hn::Max(hn::Add(v, Splat(0.5F)), hn::Zero(Floats()));
    return hn::ConvertTo(Ints(), hn::Min(at, Splat(static_cast<float>(last))));
}

/// folded(): divided by ten as a product and a shift, which is exact up to 43,690.
HWY_INLINE IntV Folded(IntV bin, std::int32_t per_unit) {
    static_assert(kWiderBins == 10);
    const Ints d;
    const IntV unit = hn::Set(d, per_unit);
    const IntV beyond = hn::Add(hn::Sub(bin, unit), hn::Set(d, kWiderBins / 2));
    const IntV tenth = hn::ShiftRight<19>(hn::Mul(beyond, hn::Set(d, 52429)));
    return hn::IfThenElse(hn::Gt(bin, unit), hn::Add(unit, tenth), bin);
}

RowDrift Drifts(const float* now, const float* then, float slack, const DriftBins& into,
                std::int32_t* bins, std::size_t count) {
    RowDrift row;
    const Floats d;
    const auto rounded = [](V step) UNDERPAINT_LANES {
        return hn::ConvertTo(Ints(), hn::Add(step, Splat(0.5F)));
    };
    V most = hn::Zero(d);
    row.sum = SumOver(count, [&](const auto& at, std::size_t from) UNDERPAINT_LANES {
        const V is = Load(at, now + from), was = Load(at, then + from);
        const V difference = hn::Sub(is, was), size = hn::Abs(difference);
        const V units = hn::Mul(size, Splat(static_cast<float>(into.per_unit)));
        StoreInts(at, Folded(Nearest(units, into.last), into.per_unit), bins + from);
        most = hn::Max(most, size);
        row.changed +=
            static_cast<std::uint32_t>(hn::CountTrue(Ints(), hn::Ne(rounded(is), rounded(was))));
        row.above += static_cast<std::uint32_t>(hn::CountTrue(d, hn::Gt(difference, Splat(slack))));
        row.below +=
            static_cast<std::uint32_t>(hn::CountTrue(d, hn::Lt(difference, Splat(-slack))));
        return size;
    });
    row.max = hn::GetLane(hn::MaxOfLanes(d, most));
    return row;
}

void AddWeighted(const float* values, float weight, float* sums, std::size_t count) {
    ForLanes(count, [&](const auto& at) UNDERPAINT_LANES {
        at.store(hn::Add(Load(at, sums), hn::Mul(Load(at, values), Splat(weight))), sums);
    });
}

void Bins(const float* values, float from, float per_unit, std::int32_t last, std::int32_t* bins,
          std::size_t count) {
    ForLanes(count, [&](const auto& at) UNDERPAINT_LANES {
        const V v = hn::Mul(hn::Sub(Load(at, values), Splat(from)), Splat(per_unit));
        StoreInts(at, Nearest(v, last), bins);
    });
}

RowExtremes ExtremesIn(const std::array<const float*, 3>& in, const float* weights, float margin,
                       std::size_t count) {
    const V zero = hn::Zero(Floats());
    V black = zero, white = zero;
    ForLanes(count, [&](const auto& at) UNDERPAINT_LANES {
        const Pixels c = Load(at, in);
        const V weight = Load(at, weights);
        black = hn::Add(black, hn::IfThenElse(hn::Le(Highest(c), Splat(margin)), weight, zero));
        white = hn::Add(white, hn::IfThenElse(hn::Ge(Lowest(c), Splat(1 - margin)), weight, zero));
    });
    return {static_cast<double>(hn::GetLane(hn::SumOfLanes(Floats(), black))),
            static_cast<double>(hn::GetLane(hn::SumOfLanes(Floats(), white)))};
}

}  // namespace
}  // namespace underpaint::HWY_NAMESPACE
HWY_AFTER_NAMESPACE();

#if HWY_ONCE
namespace underpaint {
namespace {

HWY_EXPORT(Drifts);
HWY_EXPORT(AddWeighted);
HWY_EXPORT(Bins);
HWY_EXPORT(WeightedSum);
HWY_EXPORT(Sum);
HWY_EXPORT(ExtremesIn);

}  // namespace

RowDrift drift_row(std::span<const float> now, std::span<const float> then, float slack,
                   const DriftBins& into, std::span<std::int32_t> bins) {
    return HWY_DYNAMIC_DISPATCH(Drifts)(now.data(), then.data(), slack, into, bins.data(),
                                        now.size());
}

void add_weighted_row(std::span<const float> values, float weight, std::span<float> sums) {
    HWY_DYNAMIC_DISPATCH(AddWeighted)(values.data(), weight, sums.data(), values.size());
}

void bin_row(std::span<const float> values, float from, float per_unit, std::int32_t last,
             std::span<std::int32_t> bins) {
    HWY_DYNAMIC_DISPATCH(Bins)
    (values.data(), from, per_unit, last, bins.data(), values.size());
}

double weighted_sum(std::span<const float> values, std::span<const float> weights) {
    return HWY_DYNAMIC_DISPATCH(WeightedSum)(values.data(), weights.data(), values.size());
}

double sum_of(std::span<const float> values) {
    return HWY_DYNAMIC_DISPATCH(Sum)(values.data(), values.size());
}

RowExtremes extremes_in_row(ConstRgbRow pixels, std::span<const float> weights, float margin) {
    return HWY_DYNAMIC_DISPATCH(ExtremesIn)({pixels.r.data(), pixels.g.data(), pixels.b.data()},
                                            weights.data(), margin, weights.size());
}

}  // namespace underpaint
#endif
