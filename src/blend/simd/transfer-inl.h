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

/// One of 16 floats for each lane; `index` 0..15.
HWY_INLINE V Lookup16(const float* HWY_RESTRICT table, IntV index) {
    const Floats d;
#if HWY_TARGET == HWY_AVX3
    return hn::TableLookupLanes(hn::LoadU(d, table), hn::IndicesFromVec(d, index));
#elif HWY_TARGET == HWY_AVX2
    const Ints di;
    const auto at = hn::IndicesFromVec(d, hn::And(index, hn::Set(di, 7)));
    const V low = hn::TableLookupLanes(hn::LoadU(d, table), at);
    const V high = hn::TableLookupLanes(hn::LoadU(d, table + 8), at);
    return hn::IfThenElse(hn::RebindMask(d, hn::Gt(index, hn::Set(di, 7))), high, low);
#else
    return hn::GatherIndex(d, table, index);
#endif
}

/// x^p for one p: a polynomial over one octave times 2^(p e) for the octave e. Coefficients by the
/// Remez exchange, least relative error.
struct Power {
    float scale[16];  // 2^(p e) for e = -15..0
    float c[6];       // of m^p, 1 <= m < 2
};

/// The relative error is at most 3e-7.
inline constexpr Power kPower24{
    {1.45519152e-11F, 7.6805469e-11F, 4.05381696e-10F, 2.13961742e-09F, 1.12929684e-08F,
     5.96046448e-08F, 3.14595201e-07F, 1.66044343e-06F, 8.76387295e-06F, 4.62559987e-05F,
     0.000244140625F, 0.00128858194F, 0.00680117628F, 0.0358968236F, 0.189464571F, 1},
    {0.025840964F, -0.160251793F, 0.801974621F, 0.377663529F, -0.0494221984F, 0.00419512621F}};
/// 1.2e-6.
inline constexpr Power kPower5Twelfths{
    {0.0131390065F, 0.0175384695F, 0.0234110481F, 0.03125F, 0.0417137454F, 0.0556811699F,
     0.0743254447F, 0.0992125657F, 0.132432887F, 0.176776695F, 0.235968578F, 0.314980262F,
     0.420448208F, 0.561231024F, 0.749153538F, 1},
    {0.376330312F, 0.952814891F, -0.49173015F, 0.208567776F, -0.0514170116F, 0.00543537267F}};
/// 1.3e-6.
inline constexpr Power kPowerThird{
    {0.03125F, 0.0393725328F, 0.0496062829F, 0.0625F, 0.0787450656F, 0.0992125657F, 0.125F,
     0.157490131F, 0.198425131F, 0.25F, 0.314980262F, 0.396850263F, 0.5F, 0.629960525F,
     0.793700526F, 1},
    {0.473330683F, 0.83816002F, -0.469228701F, 0.202777217F, -0.0503865347F, 0.00534854699F}};

/// Right for 2^-15 <= x < 2. For other finite x it is some finite number.
HWY_INLINE V Raise(const Power& power, V x) {
    const Floats d;
    const Ints di;
    const IntV bits = hn::BitCast(di, x);
    const IntV octave = hn::And(hn::ShiftRight<23>(bits), hn::Set(di, 15));  // 112..127 is 0..15
    const V m = hn::BitCast(
        d, hn::Or(hn::And(bits, hn::Set(di, 0x007FFFFF)), hn::Set(di, 0x3F800000)));
    const V m2 = hn::Mul(m, m);
    const V low = hn::MulAdd(Splat(power.c[1]), m, Splat(power.c[0]));
    const V middle = hn::MulAdd(Splat(power.c[3]), m, Splat(power.c[2]));
    const V high = hn::MulAdd(Splat(power.c[5]), m, Splat(power.c[4]));
    const V p = hn::MulAdd(hn::MulAdd(high, m2, middle), m2, low);
    return hn::Mul(p, Lookup16(power.scale, octave));
}

/// srgb_decode() of 0..1.
HWY_INLINE V Decode(V v) {
    const V power = Raise(kPower24, hn::MulAdd(v, Splat(1 / 1.055F), Splat(0.055F / 1.055F)));
    return hn::IfThenElse(hn::Le(v, Splat(0.04045F)), hn::Mul(v, Splat(1 / 12.92F)), power);
}

/// srgb_encode() of 0..1.
HWY_INLINE V Encode(V v) {
    const V power = hn::MulSub(Raise(kPower5Twelfths, v), Splat(1.055F), Splat(0.055F));
    return hn::IfThenElse(hn::Le(v, Splat(0.0031308F)), hn::Mul(v, Splat(12.92F)), power);
}

/// Cube root of 0..1; below 2^-47 it is 0.
HWY_INLINE V CubeRoot(V v) {
    constexpr float k16Octaves = 0.0248031415F;  // 2^(-16/3); Raise() sees octaves modulo 16
    V root = Raise(kPowerThird, v);
    root = hn::IfThenElse(hn::Lt(v, Splat(0x1p-15F)), hn::Mul(root, Splat(k16Octaves)), root);
    root = hn::IfThenElse(hn::Lt(v, Splat(0x1p-31F)), hn::Mul(root, Splat(k16Octaves)), root);
    return hn::IfThenElseZero(hn::Ge(v, Splat(0x1p-47F)), root);
}

/// lightness_of_luminance() of 0..1.
HWY_INLINE V Lightness(V y) {
    const V root = hn::MulSub(Raise(kPowerThird, y), Splat(116), Splat(16));
    return hn::IfThenElse(hn::Le(y, Splat(static_cast<float>(kLabBend))),
                          hn::Mul(y, Splat(static_cast<float>(kLabSlope))), root);
}

/// Straight pieces between `points[0 .. pieces + 1]`, the last one twice; v 0..1, else the nearest
/// end, NaN the first.
HWY_INLINE V Tabled(const float* HWY_RESTRICT points, int pieces, V v) {
    const Floats d;
    const V at = hn::Mul(Unit(v), Splat(static_cast<float>(pieces)));
    const IntV index = hn::ConvertTo(Ints(), at);
    const V from = hn::GatherIndex(d, points, index);
    const V to = hn::GatherIndex(d, points + 1, index);
    return hn::MulAdd(hn::Sub(at, hn::ConvertTo(d, index)), hn::Sub(to, from), from);
}

}  // namespace underpaint::HWY_NAMESPACE
HWY_AFTER_NAMESPACE();
#endif
