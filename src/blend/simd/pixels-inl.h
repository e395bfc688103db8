// SPDX-License-Identifier: GPL-3.0-or-later
// Vectors of pixels: the blend functions and relighting, compiled once for each instruction set.
// Each has the name of its scalar reference in separable.h, non_separable.h and relight.h.

#if defined(UNDERPAINT_SIMD_PIXELS_INL_H) == defined(HWY_TARGET_TOGGLE)
#ifdef UNDERPAINT_SIMD_PIXELS_INL_H
#undef UNDERPAINT_SIMD_PIXELS_INL_H
#else
#define UNDERPAINT_SIMD_PIXELS_INL_H
#endif

#include "blend/mode.h"
#include "blend/relight.h"
#include "blend/simd/transfer-inl.h"
#include "colour/srgb.h"

HWY_BEFORE_NAMESPACE();
namespace underpaint::HWY_NAMESPACE {

struct Pixels {
    V r, g, b;
};

HWY_INLINE V Dot(const Pixels& c, float r, float g, float b) {
    return hn::MulAdd(c.b, Splat(b), hn::MulAdd(c.g, Splat(g), hn::Mul(c.r, Splat(r))));
}
template <class Weight>
HWY_INLINE V Dot(const Pixels& c, const Weight (&w)[3]) {
    return Dot(c, static_cast<float>(w[0]), static_cast<float>(w[1]), static_cast<float>(w[2]));
}
HWY_INLINE V Lowest(const Pixels& c) {
    return hn::Min(hn::Min(c.r, c.g), c.b);
}
HWY_INLINE V Highest(const Pixels& c) {
    return hn::Max(hn::Max(c.r, c.g), c.b);
}
/// from + share x (to - from)
HWY_INLINE V Mix(V from, V to, V share) {
    return hn::MulAdd(share, hn::Sub(to, from), from);
}
HWY_INLINE Pixels Mix(const Pixels& from, const Pixels& to, V share) {
    return {Mix(from.r, to.r, share), Mix(from.g, to.g, share), Mix(from.b, to.b, share)};
}
/// Each channel moved so that its distance from `centre` is multiplied.
HWY_INLINE Pixels Stretch(const Pixels& c, V centre, V factor) {
    return {Mix(centre, c.r, factor), Mix(centre, c.g, factor), Mix(centre, c.b, factor)};
}
HWY_INLINE Pixels Unit(const Pixels& c) {
    return {Unit(c.r), Unit(c.g), Unit(c.b)};
}
HWY_INLINE Pixels Decode(const Pixels& c) {
    return {Decode(c.r), Decode(c.g), Decode(c.b)};
}
HWY_INLINE Pixels Encode(const Pixels& c) {
    return {Encode(c.r), Encode(c.g), Encode(c.b)};
}
HWY_INLINE V Luminance(const Pixels& linear) {
    return Dot(linear, kRedWeight, kGreenWeight, kBlueWeight);
}

HWY_INLINE Pixels AtLuminanceOne(const Pixels& linear) {
    const V found = Luminance(linear);
    const V scale = Quotient(Splat(1), hn::Max(found, Splat(kNoColourBelow)));
    const V neutral = hn::NegMulAdd(scale, found, Splat(1));
    return {hn::MulAdd(linear.r, scale, neutral), hn::MulAdd(linear.g, scale, neutral),
            hn::MulAdd(linear.b, scale, neutral)};
}

/// relight() of a colour that is at luminance one.
HWY_INLINE Pixels LightAt(const Pixels& one, V y) {
    const Pixels lit{hn::Mul(one.r, y), hn::Mul(one.g, y), hn::Mul(one.b, y)};
    // Where nothing exceeds white the quotient is above 1.
    const V room = hn::Max(hn::Sub(Splat(1), y), hn::Zero(Floats()));
    const V excess = hn::Max(hn::Sub(Highest(lit), y), Splat(1e-12F));
    return Stretch(lit, y, hn::Min(Quotient(room, excess), Splat(1)));
}

// --- W3C Compositing and Blending Level 1, 10.1

template <BlendMode mode>
HWY_INLINE V Separable(V b, V s) {
    const V zero = hn::Zero(Floats()), half = Splat(0.5F), one = Splat(1), two = Splat(2);
    if constexpr (mode == BlendMode::normal) {
        return s;
    } else if constexpr (mode == BlendMode::multiply) {
        return hn::Mul(b, s);
    } else if constexpr (mode == BlendMode::screen) {
        return hn::NegMulAdd(b, s, hn::Add(b, s));
    } else if constexpr (mode == BlendMode::hard_light) {
        const V s2 = hn::Mul(two, s);
        const V light = Separable<BlendMode::screen>(b, hn::Sub(s2, one));
        return hn::IfThenElse(hn::Le(s, half), hn::Mul(b, s2), light);
    } else if constexpr (mode == BlendMode::overlay) {
        return Separable<BlendMode::hard_light>(s, b);
    } else if constexpr (mode == BlendMode::darken) {
        return hn::Min(b, s);
    } else if constexpr (mode == BlendMode::lighten) {
        return hn::Max(b, s);
    } else if constexpr (mode == BlendMode::color_dodge) {
        const V lit = hn::Min(one, Quotient(b, hn::Max(hn::Sub(one, s), Splat(1e-20F))));
        return hn::IfThenElseZero(hn::Gt(b, zero), lit);
    } else if constexpr (mode == BlendMode::color_burn) {
        const V burnt = hn::Min(one, Quotient(hn::Sub(one, b), hn::Max(s, Splat(1e-20F))));
        return hn::IfThenElse(hn::Ge(b, one), one, hn::Sub(one, burnt));
    } else if constexpr (mode == BlendMode::soft_light) {
        const V cubic = hn::Mul(hn::MulAdd(hn::MulSub(Splat(16), b, Splat(12)), b, Splat(4)), b);
        const V d = hn::IfThenElse(hn::Le(b, Splat(0.25F)), cubic, hn::Sqrt(b));
        const V to = hn::IfThenElse(hn::Le(s, half), hn::Mul(b, b), d);
        // b - (1 - 2s) b (1 - b) = b + |2s - 1| (b b - b): both halves go toward a darker or
        // lighter one by the same share.
        return Mix(b, to, hn::Abs(hn::MulSub(two, s, one)));
    } else if constexpr (mode == BlendMode::difference) {
        return hn::Abs(hn::Sub(b, s));
    } else {
        static_assert(mode == BlendMode::exclusion);
        return hn::NegMulAdd(hn::Mul(two, b), s, hn::Add(b, s));
    }
}

// --- 10.2

HWY_INLINE V Lum(const Pixels& c) {
    return Dot(c, 0.3F, 0.59F, 0.11F);
}
/// SetLum with ClipColor. The channels span at most 1, so only one end can be outside.
HWY_INLINE Pixels SetLum(const Pixels& c, V l) {
    const V zero = hn::Zero(Floats()), one = Splat(1);
    const V own = Lum(c), low = hn::Sub(Lowest(c), own), high = hn::Sub(Highest(c), own);
    // The room up to either border, over the way that the outermost channel goes.
    const auto too_high = hn::Gt(hn::Add(high, l), one);
    const auto too_low = hn::Lt(hn::Add(low, l), zero);
    const V room = hn::IfThenElse(too_high, hn::Sub(one, l), hn::IfThenElse(too_low, l, one));
    const V way = hn::IfThenElse(too_high, high, hn::IfThenElse(too_low, hn::Neg(low), one));
    const V share = Quotient(room, way);
    return {hn::MulAdd(hn::Sub(c.r, own), share, l), hn::MulAdd(hn::Sub(c.g, own), share, l),
            hn::MulAdd(hn::Sub(c.b, own), share, l)};
}
HWY_INLINE V Sat(const Pixels& c) {
    return hn::Sub(Highest(c), Lowest(c));
}
HWY_INLINE Pixels SetSat(const Pixels& c, V s) {
    const V low = Lowest(c), spread = Sat(c);
    const V factor = hn::IfThenElseZero(hn::Gt(spread, hn::Zero(Floats())),
                                        Quotient(s, hn::Max(spread, Splat(1e-20F))));
    return {hn::Mul(hn::Sub(c.r, low), factor), hn::Mul(hn::Sub(c.g, low), factor),
            hn::Mul(hn::Sub(c.b, low), factor)};
}

template <BlendMode mode>
HWY_INLINE Pixels Blend(const Pixels& b, const Pixels& s) {
    if constexpr (mode == BlendMode::hue)
        return SetLum(SetSat(s, Sat(b)), Lum(b));
    else if constexpr (mode == BlendMode::saturation)
        return SetLum(SetSat(b, Sat(s)), Lum(b));
    else if constexpr (mode == BlendMode::color)
        return SetLum(s, Lum(b));
    else if constexpr (mode == BlendMode::luminosity)
        return SetLum(b, Lum(s));
    else
        return {Separable<mode>(b.r, s.r), Separable<mode>(b.g, s.g), Separable<mode>(b.b, s.b)};
}

}  // namespace underpaint::HWY_NAMESPACE
HWY_AFTER_NAMESPACE();
#endif
