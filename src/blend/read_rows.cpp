// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/read_rows.h"

#include <array>

#include "blend/gamut_on_diamond.h"
#include "blend/temperature.h"
#include "colour/intensity.h"
#include "colour/lab.h"

// Everything down to HWY_ONCE is compiled once for each instruction set.
#undef HWY_TARGET_INCLUDE
#define HWY_TARGET_INCLUDE "blend/read_rows.cpp"
#include <hwy/foreach_target.h>

#include "blend/simd/lanes-inl.h"
#include "blend/simd/oklab-inl.h"

HWY_BEFORE_NAMESPACE();
namespace underpaint::HWY_NAMESPACE {
namespace {

/// The f of CIELAB, of which L* = 116 f - 16.
HWY_INLINE V LabRoot(V t) {
    return hn::Mul(hn::Add(Lightness(t), Splat(16)), Splat(1 / 116.0F));
}

/// read(Reader::glow). Of the hue only |sin((h - 90)/2)| is wanted, which is the root of
/// (1 - sin h)/2, and sin h is b over chroma.
HWY_INLINE V Glow(const Pixels& encoded) {
    const V zero = hn::Zero(Floats());
    const Pixels c = Decode(encoded);
    const V y = Luminance(c);
    const V fx = LabRoot(Dot(c, kLabX)), fy = LabRoot(y), fz = LabRoot(Dot(c, kLabZ));
    const V l = hn::MulSub(fy, Splat(116), Splat(16));
    const V a = hn::Mul(Splat(500), hn::Sub(fx, fy)), b = hn::Mul(Splat(200), hn::Sub(fy, fz));
    const V chroma = hn::Sqrt(hn::MulAdd(a, a, hn::Mul(b, b)));
    const V sine =
        hn::IfThenElseZero(hn::Gt(chroma, zero), Quotient(b, hn::Max(chroma, Splat(1e-12F))));
    const V half_turn = hn::Sqrt(hn::Max(zero, hn::Mul(hn::Sub(Splat(1), sine), Splat(0.5F))));
    const V gain = hn::MulAdd(Splat(0.116F), half_turn, Splat(0.085F));
    const V room = hn::MulAdd(Splat(-0.025F), l, Splat(2.5F));
    return hn::MulAdd(hn::Mul(room, gain), chroma, l);
}

template <Reader reader>
HWY_INLINE V Read(const Pixels& c) {
    if constexpr (reader == Reader::lightness) {
        return Lightness(Luminance(Decode(c)));
    } else if constexpr (reader == Reader::luma) {
        return Lightness(Decode(Lum(c)));
    } else if constexpr (reader == Reader::oklab) {
        const V l = OkLabOf(c).l;
        return Lightness(hn::Mul(l, hn::Mul(l, l)));
    } else {
        return Glow(c);
    }
}

template <Reader reader>
void ReadAll(const std::array<const float*, 3>& in, float* out, std::size_t count) {
    ForLanes(count, [&](const auto& at) UNDERPAINT_LANES {
        const V l = Read<reader>(Unit(Load(at, in)));
        at.store(hn::Mul(Splat(100), Unit(hn::Mul(l, Splat(0.01F)))), out);
    });
}

void ReadPixels(Reader reader, const std::array<const float*, 3>& in, float* out,
                std::size_t count) {
    switch (reader) {
        case Reader::lightness: return ReadAll<Reader::lightness>(in, out, count);
        case Reader::luma: return ReadAll<Reader::luma>(in, out, count);
        case Reader::oklab: return ReadAll<Reader::oklab>(in, out, count);
        case Reader::glow: return ReadAll<Reader::glow>(in, out, count);
    }
}

void Luminances(const std::array<const float*, 3>& in, float* out, std::size_t count) {
    ForLanes(count, [&](const auto& at) UNDERPAINT_LANES {
        at.store(Unit(Luminance(Decode(Unit(Load(at, in))))), out);
    });
}

void Lightnesses(const float* luminance, float* out, std::size_t count) {
    ForLanes(count, [&](const auto& at) UNDERPAINT_LANES {
        at.store(hn::Min(Lightness(Unit(Load(at, luminance))), Splat(100)), out);
    });
}

void EncodedGreys(const float* lightness, float* out, std::size_t count) {
    ForLanes(count, [&](const auto& at) UNDERPAINT_LANES {
        const V l = hn::Mul(Splat(100), Unit(hn::Mul(Load(at, lightness), Splat(0.01F))));
        const V root = hn::Mul(hn::Add(l, Splat(16)), Splat(1 / 116.0F));
        const V y = hn::IfThenElse(hn::Le(l, Splat(8)),
                                   hn::Mul(l, Splat(static_cast<float>(1 / kLabSlope))),
                                   hn::Mul(root, hn::Mul(root, root)));
        at.store(Encode(Unit(y)), out);
    });
}

/// How far round the diamond |a| + |b| = 1 a colour stands, 0..1.
HWY_INLINE V TurnOf(const OkLabs& c) {
    const V zero = hn::Zero(Floats());
    const V sum = hn::Add(hn::Abs(c.a), hn::Abs(c.b));
    V turn = Quotient(hn::Abs(c.b), hn::Max(sum, Splat(1e-20F)));
    turn = hn::IfThenElse(hn::Lt(c.a, zero), hn::Sub(Splat(2), turn), turn);
    turn = hn::IfThenElse(hn::Lt(c.b, zero), hn::Sub(Splat(4), turn), turn);
    return hn::Mul(turn, Splat(0.25F));
}

/// 0 of what can't be told from a neutral.
HWY_INLINE V ChromaOf(const OkLabs& c) {
    const V chroma = hn::Sqrt(hn::MulAdd(c.a, c.a, hn::Mul(c.b, c.b)));
    return hn::IfThenElseZero(hn::Ge(chroma, Splat(kNeutralChroma)), chroma);
}

HWY_INLINE V WarmthOf(V chroma, V turn, const Table& temperature) {
    const V t = Tabled(temperature.points().data(), temperature.pieces(), turn);
    return hn::Mul(hn::Mul(Splat(100), chroma), t);
}

/// See GamutTable.
HWY_INLINE V MostChroma(V l, V turn, const std::int32_t* HWY_RESTRICT pairs) {
    const Floats d;
    const Ints di;
    const V x = hn::Mul(turn, Splat(GamutTable::kTurns));
    const V y = hn::Mul(Unit(l), Splat(GamutTable::kLights - 1));
    const IntV row = hn::ConvertTo(di, x);
    const IntV column = hn::Min(hn::ConvertTo(di, y), hn::Set(di, GamutTable::kLights - 2));
    const V down = hn::Sub(x, hn::ConvertTo(d, row)), across = hn::Sub(y, hn::ConvertTo(d, column));
    const auto [darker, lighter] =
        Lookup2(pairs, hn::Add(hn::Mul(row, hn::Set(di, GamutTable::kLights)), column));
    const auto at = [&](IntV pair) HWY_ATTR {
        const V here = hn::ConvertTo(d, hn::And(pair, hn::Set(di, 0xFFFF)));
        return Mix(here, hn::ConvertTo(d, hn::ShiftRight<16>(pair)), down);
    };
    return hn::Mul(Mix(at(darker), at(lighter), across), Splat(1 / GamutTable::kUnit));
}

void Warmths(const std::array<const float*, 3>& in, const Table& temperature, float* out,
             std::size_t count) {
    ForLanes(count, [&](const auto& at) UNDERPAINT_LANES {
        const OkLabs c = OkLabOf(Load(at, in));
        at.store(WarmthOf(ChromaOf(c), TurnOf(c), temperature), out);
    });
}

template <bool encoded>
void ReadColours(const std::array<const float*, 3>& in, const Table& temperature,
                 const std::int32_t* gamut, const ColourReadings& out) {
    const bool light = !out.lightness.empty();
    ForLanes(out.a.size(), [&](const auto& at) UNDERPAINT_LANES {
        Pixels linear = Unit(Load(at, in));
        if constexpr (encoded) linear = Decode(linear);
        const OkLabs c = OkLabOfLinear(linear);
        const V turn = TurnOf(c), chroma = ChromaOf(c), most = MostChroma(c.l, turn, gamut);
        const V share = hn::Min(Splat(1), Quotient(chroma, hn::Max(most, Splat(kNeutralChroma))));
        at.store(WarmthOf(chroma, turn, temperature), out.warmth.data());
        at.store(c.a, out.a.data());
        at.store(c.b, out.b.data());
        at.store(hn::IfThenElseZero(hn::Ge(most, Splat(kNeutralChroma)), share),
                 out.intensity.data());
        if (light) {
            const V l = Unit(hn::Mul(Lightness(Luminance(linear)), Splat(0.01F)));
            at.store(hn::Mul(Splat(100), l), out.lightness.data());
        }
    });
}

void Colours(const std::array<const float*, 3>& in, const Table& temperature,
             const std::int32_t* gamut, const ColourReadings& out) {
    ReadColours<true>(in, temperature, gamut, out);
}

void ColoursOfLight(const std::array<const float*, 3>& in, const Table& temperature,
                    const std::int32_t* gamut, const ColourReadings& out) {
    ReadColours<false>(in, temperature, gamut, out);
}

void Lights(const std::array<const float*, 3>& in, const RgbRow& out, float* lightness) {
    ForLanes(out.r.size(), [&](const auto& at) UNDERPAINT_LANES {
        const Pixels linear = Decode(Unit(Load(at, in)));
        at.store(linear.r, out.r.data());
        at.store(linear.g, out.g.data());
        at.store(linear.b, out.b.data());
        if (lightness != nullptr) {
            const V l = Unit(hn::Mul(Lightness(Luminance(linear)), Splat(0.01F)));
            at.store(hn::Mul(Splat(100), l), lightness);
        }
    });
}

}  // namespace
}  // namespace underpaint::HWY_NAMESPACE
HWY_AFTER_NAMESPACE();

#if HWY_ONCE
namespace underpaint {
namespace {

HWY_EXPORT(ReadPixels);
HWY_EXPORT(Luminances);
HWY_EXPORT(Lightnesses);
HWY_EXPORT(EncodedGreys);
HWY_EXPORT(Warmths);
HWY_EXPORT(Colours);
HWY_EXPORT(ColoursOfLight);
HWY_EXPORT(Lights);

std::array<const float*, 3> rows_of(const ConstRgbRow& row) {
    return {row.r.data(), row.g.data(), row.b.data()};
}

}  // namespace

void read_row(Reader reader, ConstRgbRow pixels, std::span<float> out) {
    HWY_DYNAMIC_DISPATCH(ReadPixels)(reader, rows_of(pixels), out.data(), out.size());
}

void luminance_row(ConstRgbRow pixels, std::span<float> out) {
    HWY_DYNAMIC_DISPATCH(Luminances)(rows_of(pixels), out.data(), out.size());
}

void lightness_row(std::span<const float> luminance, std::span<float> out) {
    HWY_DYNAMIC_DISPATCH(Lightnesses)(luminance.data(), out.data(), out.size());
}

void encoded_grey_row(std::span<const float> lightness, std::span<float> out) {
    HWY_DYNAMIC_DISPATCH(EncodedGreys)(lightness.data(), out.data(), out.size());
}

void warmth_row(ConstRgbRow pixels, std::span<float> out) {
    HWY_DYNAMIC_DISPATCH(Warmths)
    (rows_of(pixels), temperature_on_diamond(), out.data(), out.size());
}

void colour_rows(ConstRgbRow pixels, const ColourReadings& out) {
    HWY_DYNAMIC_DISPATCH(Colours)
    (rows_of(pixels), temperature_on_diamond(), gamut_on_diamond().pairs.data(), out);
}

void colour_rows_of_light(ConstRgbRow linear, const ColourReadings& out) {
    HWY_DYNAMIC_DISPATCH(ColoursOfLight)
    (rows_of(linear), temperature_on_diamond(), gamut_on_diamond().pairs.data(), out);
}

void light_rows(ConstRgbRow pixels, RgbRow linear, std::span<float> lightness) {
    HWY_DYNAMIC_DISPATCH(Lights)
    (rows_of(pixels), linear, lightness.empty() ? nullptr : lightness.data());
}

}  // namespace underpaint
#endif
