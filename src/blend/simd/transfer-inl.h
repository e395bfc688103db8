// SPDX-License-Identifier: GPL-3.0-or-later
// Transfer curves on vectors of floats, compiled once for each instruction set. The exact functions
// stand in colour/; rows_test.cpp holds these against them.

#if defined(UNDERPAINT_SIMD_TRANSFER_INL_H) == defined(HWY_TARGET_TOGGLE)
#ifdef UNDERPAINT_SIMD_TRANSFER_INL_H
#undef UNDERPAINT_SIMD_TRANSFER_INL_H
#else
#define UNDERPAINT_SIMD_TRANSFER_INL_H
#endif

#include <hwy/highway.h>

#include <cstdint>
#include <cstring>
#include <utility>

#include "colour/lab.h"

HWY_BEFORE_NAMESPACE();
namespace underpaint::HWY_NAMESPACE {
namespace hn = hwy::HWY_NAMESPACE;

using Floats = hn::ScalableTag<float>;
using V = hn::Vec<Floats>;
using Ints = hn::RebindToSigned<Floats>;
using IntV = hn::Vec<Ints>;

HWY_INLINE V Splat(float v) {
    return hn::Set(Floats(), v);
}

/// 0..1 whatever comes in; NaN becomes 0.
HWY_INLINE V Unit(V v) {
    return hn::IfThenElseZero(hn::Gt(v, hn::Zero(Floats())), hn::Min(v, Splat(1)));
}

/// a / b to within two units in the last place, 0 < b: much cheaper than a true division.
HWY_INLINE V Quotient(V a, V b) {
    const V near = hn::ApproximateReciprocal(b);
    return hn::Mul(a, hn::Mul(near, hn::NegMulAdd(b, near, Splat(2))));
}

/// One of 16 floats for each lane, by the last four bits of `index`.
HWY_INLINE V Lookup16(const float* HWY_RESTRICT table, IntV index) {
    const Floats d;
    const Ints di;
#if HWY_TARGET == HWY_AVX3
    // The instruction looks at these bits only.
    return hn::TableLookupLanes(hn::LoadU(d, table), hn::Indices512<float>{index.raw});
#elif HWY_TARGET == HWY_AVX2
    const auto at = hn::IndicesFromVec(d, hn::And(index, hn::Set(di, 7)));
    const V low = hn::TableLookupLanes(hn::LoadU(d, table), at);
    const V high = hn::TableLookupLanes(hn::LoadU(d, table + 8), at);
    const auto upper = hn::TestBit(index, hn::Set(di, 8));
    return hn::IfThenElse(hn::RebindMask(d, upper), high, low);
#else
    return hn::GatherIndex(d, table, hn::And(index, hn::Set(di, 15)));
#endif
}

/// x^p for one p: a polynomial over one octave times 2^(p e) for the octave e. Coefficients by the
/// Remez exchange, least relative error.
struct Power {
    float scale[16];  // 2^(p e) for e = -15..0
    float c[6];       // of m^p, 1 <= m < 2
};

/// m^2.4, relative error at most 3e-7.
inline constexpr Power kDecodePower{
    {1.45519152e-11F, 7.6805469e-11F, 4.05381696e-10F, 2.13961742e-09F, 1.12929684e-08F,
     5.96046448e-08F, 3.14595201e-07F, 1.66044343e-06F, 8.76387295e-06F, 4.62559987e-05F,
     0.000244140625F, 0.00128858194F, 0.00680117628F, 0.0358968236F, 0.189464571F, 1},
    {0.025840964F, -0.160251793F, 0.801974621F, 0.377663529F, -0.0494221984F, 0.00419512621F}};
/// 1.055 m^(5/12), relative error at most 1.2e-6.
inline constexpr Power kEncodePower{
    {0.0138616518F, 0.0185030853F, 0.0246986557F, 0.03296875F, 0.0440080014F, 0.0587436342F,
     0.0784133441F, 0.104669257F, 0.139716696F, 0.186499414F, 0.24894685F, 0.332304177F,
     0.443572859F, 0.59209873F, 0.790356983F, 1.055F},
    {0.376330312F, 0.952814891F, -0.49173015F, 0.208567776F, -0.0514170116F, 0.00543537267F}};
/// m^(1/3), 1.3e-6.
inline constexpr Power kPowerThird{
    {0.03125F, 0.0393725328F, 0.0496062829F, 0.0625F, 0.0787450656F, 0.0992125657F, 0.125F,
     0.157490131F, 0.198425131F, 0.25F, 0.314980262F, 0.396850263F, 0.5F, 0.629960525F,
     0.793700526F, 1},
    {0.473330683F, 0.83816002F, -0.469228701F, 0.202777217F, -0.0503865347F, 0.00534854699F}};

/// The power of x, 2^-15 <= x < 2, in two factors. For other finite x they are some finite numbers.
struct Factors {
    V a, b;
};
HWY_INLINE Factors Raise(const Power& power, V x) {
    const Floats d;
    const Ints di;
    const IntV bits = hn::BitCast(di, x);
    const IntV octave = hn::ShiftRight<23>(bits);  // its last four bits: 112..127 is 0..15
    const V m = hn::BitCast(d, hn::OrAnd(hn::Set(di, 0x3F800000), bits, hn::Set(di, 0x007FFFFF)));
    const V m2 = hn::Mul(m, m);
    const V low = hn::MulAdd(Splat(power.c[1]), m, Splat(power.c[0]));
    const V middle = hn::MulAdd(Splat(power.c[3]), m, Splat(power.c[2]));
    const V high = hn::MulAdd(Splat(power.c[5]), m, Splat(power.c[4]));
    return {hn::MulAdd(hn::MulAdd(high, m2, middle), m2, low), Lookup16(power.scale, octave)};
}

/// srgb_decode() of 0..1. A polynomial over all of it would do with less, but not be as exact in
/// proportion: relighting multiplies errors, up to two hundred times in saturated yellow.
HWY_INLINE V Decode(V v) {
    const Factors power =
        Raise(kDecodePower, hn::MulAdd(v, Splat(1 / 1.055F), Splat(0.055F / 1.055F)));
    return hn::IfThenElse(hn::Le(v, Splat(0.04045F)), hn::Mul(v, Splat(1 / 12.92F)),
                          hn::Mul(power.a, power.b));
}

/// srgb_encode() of 0..1; a little outside it goes on as smoothly.
HWY_INLINE V Encode(V v) {
    const Factors power = Raise(kEncodePower, v);
    const V curve = hn::MulSub(power.a, power.b, Splat(0.055F));
    return hn::IfThenElse(hn::Le(v, Splat(0.0031308F)), hn::Mul(v, Splat(12.92F)), curve);
}

/// Cube root of 0..1; below 2^-47 it is 0.
HWY_INLINE V CubeRoot(V v) {
    constexpr float k16Octaves = 0.0248031415F;  // 2^(-16/3); Raise() sees octaves modulo 16
    const Factors power = Raise(kPowerThird, v);
    V root = hn::Mul(power.a, power.b);
    root = hn::IfThenElse(hn::Lt(v, Splat(0x1p-15F)), hn::Mul(root, Splat(k16Octaves)), root);
    root = hn::IfThenElse(hn::Lt(v, Splat(0x1p-31F)), hn::Mul(root, Splat(k16Octaves)), root);
    return hn::IfThenElseZero(hn::Ge(v, Splat(0x1p-47F)), root);
}

/// lightness_of_luminance() of 0..1.
HWY_INLINE V Lightness(V y) {
    const Factors power = Raise(kPowerThird, y);
    const V root = hn::MulSub(hn::Mul(power.a, Splat(116)), power.b, Splat(16));
    return hn::IfThenElse(hn::Le(y, Splat(static_cast<float>(kLabBend))),
                          hn::Mul(y, Splat(static_cast<float>(kLabSlope))), root);
}

/// Neighbours in a table of 32 bits a number, table[index] and table[index + 1]. Both are loaded at
/// once, by hand: that takes two thirds of the time of two gathers.
template <class Number, class D = hn::ScalableTag<Number>>
HWY_INLINE std::pair<hn::Vec<D>, hn::Vec<D>> Lookup2(const Number* HWY_RESTRICT table, IntV index) {
    const D d;
#if HWY_TARGET == HWY_SCALAR
    return {hn::GatherIndex(d, table, index), hn::GatherIndex(d, table + 1, index)};
#else
    const std::size_t n = hn::Lanes(d);
    HWY_ALIGN std::int32_t at[HWY_MAX_BYTES / sizeof(std::int32_t)];
    HWY_ALIGN Number pairs[2 * HWY_MAX_BYTES / sizeof(Number)];
    hn::Store(index, Ints(), at);
    for (std::size_t i = 0; i < n; ++i)
        std::memcpy(pairs + 2 * i, table + at[i], 2 * sizeof(Number));
    const auto low = hn::Load(d, pairs), high = hn::Load(d, pairs + n);
    return {hn::ConcatEven(d, high, low), hn::ConcatOdd(d, high, low)};
#endif
}

/// Straight pieces between `points[0 .. pieces + 1]`, the last one twice; v 0..1, else the nearest
/// end, NaN the first.
HWY_INLINE V Tabled(const float* HWY_RESTRICT points, int pieces, V v) {
    const Floats d;
    const V at = hn::Mul(Unit(v), Splat(static_cast<float>(pieces)));
    const IntV index = hn::ConvertTo(Ints(), at);
    const auto [from, to] = Lookup2(points, index);
    return hn::MulAdd(hn::Sub(at, hn::ConvertTo(d, index)), hn::Sub(to, from), from);
}

}  // namespace underpaint::HWY_NAMESPACE
HWY_AFTER_NAMESPACE();
#endif
