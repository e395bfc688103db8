// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/lay_rows.h"

#include <algorithm>
#include <array>

#include "blend/read_rows.h"

// Everything down to HWY_ONCE is compiled once for each instruction set.
#undef HWY_TARGET_INCLUDE
#define HWY_TARGET_INCLUDE "blend/lay_rows.cpp"
#include <hwy/foreach_target.h>

#include "blend/simd/lanes-inl.h"

#ifndef UNDERPAINT_LAY_ARGUMENTS
#define UNDERPAINT_LAY_ARGUMENTS
namespace underpaint {
namespace {

struct LayArguments {
    std::array<float*, 3> state;
    std::array<LaneInput, 3> source;
    LaneInput coverage;
    float strength;
    LaneInput held;  ///< no row: hold to what is found
    std::size_t count;
};

}  // namespace
}  // namespace underpaint
#endif

HWY_BEFORE_NAMESPACE();
namespace underpaint::HWY_NAMESPACE {
namespace {

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
        // Where nothing is laid the pixel must stay exactly as it was, without rounding.
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

}  // namespace
}  // namespace underpaint::HWY_NAMESPACE
HWY_AFTER_NAMESPACE();

#if HWY_ONCE
namespace underpaint {
namespace {

HWY_EXPORT(Lay);
HWY_EXPORT(Hold);

/// Pixels of which the luminance found is kept while a held pass is laid.
constexpr std::size_t kRun = 1024;
/// Floats in the widest vector of any instruction set.
constexpr std::size_t kMostLanes = 64;

/// One value as a row of any length.
struct Uniform {
    explicit Uniform(float value) { std::fill(std::begin(lanes), std::end(lanes), value); }
    operator LaneInput() const { return {lanes, 0}; }
    alignas(64) float lanes[kMostLanes];
};

LaneInput row_or(std::span<const float> row, const Uniform& otherwise) {
    return row.empty() ? LaneInput(otherwise) : LaneInput{row.data(), 1};
}

void advance(LaneInput& in, std::size_t by) {
    if (in.at != nullptr) in.at += by * in.step;
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
        luminance_row({std::span<const float>(run.state[0], run.count),
                       std::span<const float>(run.state[1], run.count),
                       std::span<const float>(run.state[2], run.count)},
                      std::span(found).first(run.count));
        HWY_DYNAMIC_DISPATCH(Lay)(how.mode, source.uniform(), run);
        HWY_DYNAMIC_DISPATCH(Hold)(run, found, how.hold);
        for (float*& channel : run.state) channel += run.count;
        for (LaneInput& channel : run.source) advance(channel, run.count);
        advance(run.coverage, run.count);
        advance(run.held, run.count);
    }
}

}  // namespace underpaint
#endif
