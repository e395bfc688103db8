// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/tune_rows.h"

#include <array>
#include <cmath>
#include <numbers>

// Everything down to HWY_ONCE is compiled once for each instruction set.
#undef HWY_TARGET_INCLUDE
#define HWY_TARGET_INCLUDE "blend/tune_rows.cpp"
#include <hwy/foreach_target.h>

#include "blend/simd/lanes-inl.h"
#include "blend/simd/oklab-inl.h"

#ifndef UNDERPAINT_TUNE_ARGUMENTS
#define UNDERPAINT_TUNE_ARGUMENTS
namespace underpaint {
namespace {

struct TuneArguments {
    std::array<float*, 3> pixels;
    float cosine, sine, lightness;  // the first two times the intensity
    std::size_t count;
};

}  // namespace
}  // namespace underpaint
#endif

HWY_BEFORE_NAMESPACE();
namespace underpaint::HWY_NAMESPACE {
namespace {

/// How far a channel may go from the neutral until it leaves sRGB; 1 where it stays inside.
HWY_INLINE V Room(V channel, V neutral) {
    const V away = hn::Sub(channel, neutral);
    const V end =
        hn::IfThenElse(hn::Gt(away, hn::Zero(Floats())), hn::Sub(Splat(1), neutral), neutral);
    return hn::Min(Splat(1), Quotient(end, hn::Max(hn::Abs(away), Splat(1e-12F))));
}

void TunePixels(const TuneArguments& a) {
    ForLanes(a.count, [&](const auto& at) UNDERPAINT_LANES {
        const OkLabs was =
            OkLabOf({Load(at, a.pixels[0]), Load(at, a.pixels[1]), Load(at, a.pixels[2])});
        const V c = Splat(a.cosine), s = Splat(a.sine);
        const V l = Unit(hn::Add(was.l, Splat(a.lightness)));
        const Pixels is = LinearOf({l, hn::NegMulAdd(s, was.b, hn::Mul(c, was.a)),
                                    hn::MulAdd(s, was.a, hn::Mul(c, was.b))});
        const V neutral = hn::Mul(l, hn::Mul(l, l));
        const V share =
            hn::Min(hn::Min(Room(is.r, neutral), Room(is.g, neutral)), Room(is.b, neutral));
        const Pixels fits = Encode(Unit(Stretch(is, neutral, share)));
        at.store(fits.r, a.pixels[0]);
        at.store(fits.g, a.pixels[1]);
        at.store(fits.b, a.pixels[2]);
    });
}

}  // namespace
}  // namespace underpaint::HWY_NAMESPACE
HWY_AFTER_NAMESPACE();

#if HWY_ONCE
namespace underpaint {
namespace {

HWY_EXPORT(TunePixels);

}  // namespace

void tune_row(RgbRow pixels, const Tune& tune) {
    if (!tune.changes()) return;
    const float turn = tune.hue * std::numbers::pi_v<float> / 180;
    HWY_DYNAMIC_DISPATCH(TunePixels)
    ({{pixels.r.data(), pixels.g.data(), pixels.b.data()},
      tune.intensity * std::cos(turn),
      tune.intensity * std::sin(turn),
      tune.lightness,
      pixels.r.size()});
}

}  // namespace underpaint
#endif
