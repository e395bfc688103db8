// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/rows.h"

#include <algorithm>
#include <array>
#include <cassert>
#include <cstring>

#include "blend/temperature.h"
#include "colour/lab.h"
#include "colour/oklab.h"

// Everything down to HWY_ONCE is compiled once for each instruction set.
#undef HWY_TARGET_INCLUDE
#define HWY_TARGET_INCLUDE "blend/rows.cpp"
#include <hwy/foreach_target.h>

#include "blend/simd/pixels-inl.h"

#ifndef UNDERPAINT_ROWS_ARGUMENTS
#define UNDERPAINT_ROWS_ARGUMENTS
namespace underpaint {
namespace {

/// A row as kernels see it: a step of 0 reads the same vector again and again.
struct In {
    const float* at = nullptr;
    std::size_t step = 1;
};
struct LayArguments {
    std::array<float*, 3> state;
    std::array<In, 3> source;
    In coverage;
    float strength;
    In held;  ///< no row: hold to what is found
    std::size_t count;
};

}  // namespace
}  // namespace underpaint
#endif

HWY_BEFORE_NAMESPACE();
namespace underpaint::HWY_NAMESPACE {
namespace {

/// One vector's width of pixels.
struct WholeLanes {
    std::size_t at;

    HWY_INLINE V load(const In& in) const { return hn::LoadU(Floats(), in.at + at * in.step); }
    HWY_INLINE void store(V v, float* row) const { hn::StoreU(v, Floats(), row + at); }
};

/// The last pixels of a row, fewer than that: they go through a copy.
struct LastLanes {
    std::size_t at, count;

    HWY_INLINE V load(const In& in) const {
        if (in.step == 0) return hn::LoadU(Floats(), in.at);
        HWY_ALIGN float copy[HWY_MAX_BYTES / sizeof(float)] = {};
        std::memcpy(copy, in.at + at, count * sizeof(float));
        return hn::Load(Floats(), copy);
    }
    HWY_INLINE void store(V v, float* row) const {
        HWY_ALIGN float copy[HWY_MAX_BYTES / sizeof(float)];
        hn::Store(v, Floats(), copy);
        std::memcpy(row + at, copy, count * sizeof(float));
    }
};

template <class Work>
HWY_INLINE void ForLanes(std::size_t count, const Work& work) {
    const std::size_t n = hn::Lanes(Floats());
    std::size_t i = 0;
    for (; i + n <= count; i += n) work(WholeLanes{i});
    if (i < count) work(LastLanes{i, count - i});
}

/// What a work of ForLanes() must be marked with, to become part of the loop.
#define UNDERPAINT_LANES HWY_ATTR __attribute__((always_inline))

template <class Lanes>
HWY_INLINE V Load(const Lanes& at, const float* row) {
    return at.load({row, 1});
}
template <class Lanes>
HWY_INLINE Pixels Load(const Lanes& at, const std::array<const float*, 3>& rows) {
    return {Load(at, rows[0]), Load(at, rows[1]), Load(at, rows[2])};
}

// --- laying

template <class Lanes>
HWY_INLINE V AlphaOf(const LayArguments& a, const Lanes& at) {
    return Unit(hn::Mul(at.load(a.coverage), Splat(a.strength)));
}
template <class Lanes>
HWY_INLINE Pixels StateOf(const LayArguments& a, const Lanes& at) {
    return {Load(at, a.state[0]), Load(at, a.state[1]), Load(at, a.state[2])};
}
template <class Lanes>
HWY_INLINE Pixels SourceOf(const LayArguments& a, const Lanes& at) {
    return {at.load(a.source[0]), at.load(a.source[1]), at.load(a.source[2])};
}
template <class Lanes>
HWY_INLINE void StoreState(const Pixels& c, const LayArguments& a, const Lanes& at) {
    at.store(Unit(c.r), a.state[0]);
    at.store(Unit(c.g), a.state[1]);
    at.store(Unit(c.b), a.state[2]);
}

template <BlendMode mode>
void LayMode(const LayArguments& a) {
    ForLanes(a.count, [&](const auto& at) UNDERPAINT_LANES {
        const Pixels found = StateOf(a, at);
        StoreState(Mix(found, Blend<mode>(found, SourceOf(a, at)), AlphaOf(a, at)), a, at);
    });
}

void LayPlus(const LayArguments& a) {
    ForLanes(a.count, [&](const auto& at) UNDERPAINT_LANES {
        const Pixels found = StateOf(a, at), source = SourceOf(a, at);
        const V alpha = AlphaOf(a, at);
        StoreState({hn::MulAdd(alpha, source.r, found.r), hn::MulAdd(alpha, source.g, found.g),
                    hn::MulAdd(alpha, source.b, found.b)},
                   a, at);
    });
}

/// `ready`: the source is linear and at luminance one already.
template <bool ready>
void LayTrueColour(const LayArguments& a) {
    ForLanes(a.count, [&](const auto& at) UNDERPAINT_LANES {
        const Pixels found = Decode(StateOf(a, at));
        Pixels source = SourceOf(a, at);
        if constexpr (!ready) source = AtLuminanceOne(Decode(source));
        const V y = a.held.at != nullptr ? at.load(a.held) : Luminance(found);
        const V alpha = AlphaOf(a, at);
        const Pixels laid = Encode(Mix(found, LightAt(source, y), alpha));
        // Where nothing is laid not even rounding may be seen.
        const auto covers = hn::Gt(alpha, hn::Zero(Floats()));
        StoreState({hn::IfThenElse(covers, laid.r, Load(at, a.state[0])),
                    hn::IfThenElse(covers, laid.g, Load(at, a.state[1])),
                    hn::IfThenElse(covers, laid.b, Load(at, a.state[2]))},
                   a, at);
    });
}

/// Gives laid pixels the luminance back: `found` is that from before laying.
void Hold(const LayArguments& a, const float* found, float hold) {
    ForLanes(a.count, [&](const auto& at) UNDERPAINT_LANES {
        const V alpha = AlphaOf(a, at);
        V y = Load(at, found);
        if (a.held.at != nullptr) y = Mix(y, at.load(a.held), alpha);
        const Pixels laid = StateOf(a, at);
        const Pixels relit = Encode(LightAt(AtLuminanceOne(Decode(laid)), y));
        const V share = hn::IfThenElseZero(hn::Gt(alpha, hn::Zero(Floats())), Splat(hold));
        StoreState(Mix(laid, relit, share), a, at);
    });
}

void Lay(BlendMode mode, bool ready, const LayArguments& a) {
    switch (mode) {
        case BlendMode::normal: return LayMode<BlendMode::normal>(a);
        case BlendMode::multiply: return LayMode<BlendMode::multiply>(a);
        case BlendMode::screen: return LayMode<BlendMode::screen>(a);
        case BlendMode::overlay: return LayMode<BlendMode::overlay>(a);
        case BlendMode::darken: return LayMode<BlendMode::darken>(a);
        case BlendMode::lighten: return LayMode<BlendMode::lighten>(a);
        case BlendMode::color_dodge: return LayMode<BlendMode::color_dodge>(a);
        case BlendMode::color_burn: return LayMode<BlendMode::color_burn>(a);
        case BlendMode::hard_light: return LayMode<BlendMode::hard_light>(a);
        case BlendMode::soft_light: return LayMode<BlendMode::soft_light>(a);
        case BlendMode::difference: return LayMode<BlendMode::difference>(a);
        case BlendMode::exclusion: return LayMode<BlendMode::exclusion>(a);
        case BlendMode::hue: return LayMode<BlendMode::hue>(a);
        case BlendMode::saturation: return LayMode<BlendMode::saturation>(a);
        case BlendMode::color: return LayMode<BlendMode::color>(a);
        case BlendMode::luminosity: return LayMode<BlendMode::luminosity>(a);
        case BlendMode::plus: return LayPlus(a);
        case BlendMode::true_colour:
            return ready ? LayTrueColour<true>(a) : LayTrueColour<false>(a);
    }
}

// --- measuring

/// OKLab, as oklab().
struct OkLabs {
    V l, a, b;
};
HWY_INLINE OkLabs OkLabOf(const Pixels& encoded) {
    const Pixels c = Decode(Unit(encoded));
    const Pixels roots{CubeRoot(Dot(c, kConesOfRgb[0])), CubeRoot(Dot(c, kConesOfRgb[1])),
                       CubeRoot(Dot(c, kConesOfRgb[2]))};
    return {Dot(roots, kOkLabOfRoots[0]), Dot(roots, kOkLabOfRoots[1]),
            Dot(roots, kOkLabOfRoots[2])};
}

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

void Warmths(const std::array<const float*, 3>& in, const float* table, int pieces, float* out,
             std::size_t count) {
    ForLanes(count, [&](const auto& at) UNDERPAINT_LANES {
        const V zero = hn::Zero(Floats());
        const OkLabs c = OkLabOf(Load(at, in));
        const V sum = hn::Add(hn::Abs(c.a), hn::Abs(c.b));
        V turn = Quotient(hn::Abs(c.b), hn::Max(sum, Splat(1e-20F)));
        turn = hn::IfThenElse(hn::Lt(c.a, zero), hn::Sub(Splat(2), turn), turn);
        turn = hn::IfThenElse(hn::Lt(c.b, zero), hn::Sub(Splat(4), turn), turn);
        const V t = Tabled(table, pieces, hn::Mul(turn, Splat(0.25F)));
        const V chroma = hn::Sqrt(hn::MulAdd(c.a, c.a, hn::Mul(c.b, c.b)));
        at.store(hn::Mul(hn::Mul(Splat(100), chroma), t), out);
    });
}

// --- coverage and tables

void TableRow(const float* points, int pieces, const float* in, float* out, std::size_t count) {
    ForLanes(count, [&](const auto& at)
                        UNDERPAINT_LANES { at.store(Tabled(points, pieces, Load(at, in)), out); });
}

void Unite(float* coverage, const float* other, std::size_t count) {
    ForLanes(count, [&](const auto& at) UNDERPAINT_LANES {
        at.store(hn::Max(Unit(Load(at, coverage)), Unit(Load(at, other))), coverage);
    });
}

void Intersect(float* coverage, const float* other, std::size_t count) {
    ForLanes(count, [&](const auto& at) UNDERPAINT_LANES {
        at.store(hn::Mul(Unit(Load(at, coverage)), Unit(Load(at, other))), coverage);
    });
}

}  // namespace
}  // namespace underpaint::HWY_NAMESPACE
HWY_AFTER_NAMESPACE();

#undef UNDERPAINT_LANES
#if HWY_ONCE
namespace underpaint {
namespace {

HWY_EXPORT(Lay);
HWY_EXPORT(Hold);
HWY_EXPORT(ReadPixels);
HWY_EXPORT(Luminances);
HWY_EXPORT(Lightnesses);
HWY_EXPORT(EncodedGreys);
HWY_EXPORT(Warmths);
HWY_EXPORT(TableRow);
HWY_EXPORT(Unite);
HWY_EXPORT(Intersect);

/// Pixels of which the luminance found is kept while a held pass is laid.
constexpr std::size_t kRun = 1024;
/// Floats in the widest vector of any instruction set.
constexpr std::size_t kMostLanes = 64;

/// One value as a row of any length.
struct Uniform {
    explicit Uniform(float value) { std::fill(std::begin(lanes), std::end(lanes), value); }
    operator In() const { return {lanes, 0}; }
    alignas(64) float lanes[kMostLanes];
};

In row_or(std::span<const float> row, const Uniform& otherwise) {
    return row.empty() ? In(otherwise) : In{row.data(), 1};
}

void advance(In& in, std::size_t by) {
    if (in.at != nullptr) in.at += by * in.step;
}

std::array<const float*, 3> rows_of(const ConstRgbRow& row) {
    return {row.r.data(), row.g.data(), row.b.data()};
}

}  // namespace

void lay_row(const Laying& how, RgbRow state, const SourceRow& source, const CoverRow& cover,
             std::span<const float> held_luminance) {
    const bool true_colour = how.mode == BlendMode::true_colour;
    Rgb colour = source.colour();
    if (source.uniform() && true_colour) {
        const LinearRgb one = at_luminance_one(decode(colour));
        colour = {one.r, one.g, one.b};
    }
    const Uniform one(1), red(colour.r), green(colour.g), blue(colour.b);
    LayArguments run{{state.r.data(), state.g.data(), state.b.data()},
                     {row_or(source.pixels().r, red), row_or(source.pixels().g, green),
                      row_or(source.pixels().b, blue)},
                     row_or(cover.coverage, one),
                     cover.strength,
                     {held_luminance.data(), 1},
                     state.r.size()};
    if (true_colour || !(how.hold > 0))
        return HWY_DYNAMIC_DISPATCH(Lay)(how.mode, source.uniform(), run);

    alignas(64) float found[kRun];
    for (std::size_t left = state.r.size(); left > 0; left -= run.count) {
        run.count = std::min(left, kRun);
        HWY_DYNAMIC_DISPATCH(Luminances)
        ({run.state[0], run.state[1], run.state[2]}, found, run.count);
        HWY_DYNAMIC_DISPATCH(Lay)(how.mode, source.uniform(), run);
        HWY_DYNAMIC_DISPATCH(Hold)(run, found, how.hold);
        for (float*& channel : run.state) channel += run.count;
        for (In& channel : run.source) advance(channel, run.count);
        advance(run.coverage, run.count);
        advance(run.held, run.count);
    }
}

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
    const Table& table = temperature_on_diamond();
    HWY_DYNAMIC_DISPATCH(Warmths)
    (rows_of(pixels), table.points().data(), table.pieces(), out.data(), out.size());
}

void table_row(const Table& table, std::span<const float> in, std::span<float> out) {
    HWY_DYNAMIC_DISPATCH(TableRow)
    (table.points().data(), table.pieces(), in.data(), out.data(), out.size());
}

void unite_row(std::span<float> coverage, std::span<const float> other) {
    HWY_DYNAMIC_DISPATCH(Unite)(coverage.data(), other.data(), coverage.size());
}

void intersect_row(std::span<float> coverage, std::span<const float> other) {
    HWY_DYNAMIC_DISPATCH(Intersect)(coverage.data(), other.data(), coverage.size());
}

}  // namespace underpaint
#endif
