// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/needed_source.h"

#include <cmath>
#include <limits>

#include "blend/lay.h"
#include "colour/ciede2000.h"

namespace underpaint {
namespace {

bool separable(BlendMode blend) {
    switch (blend) {
        case BlendMode::hue:
        case BlendMode::saturation:
        case BlendMode::color:
        case BlendMode::luminosity:
        case BlendMode::true_colour: return false;
        case BlendMode::normal:
        case BlendMode::multiply:
        case BlendMode::screen:
        case BlendMode::overlay:
        case BlendMode::darken:
        case BlendMode::lighten:
        case BlendMode::color_dodge:
        case BlendMode::color_burn:
        case BlendMode::hard_light:
        case BlendMode::soft_light:
        case BlendMode::difference:
        case BlendMode::exclusion:
        case BlendMode::plus: break;
    }
    return true;
}

Rgb laid(BlendMode blend, Rgb backdrop, Rgb source) {
    return lay({blend, 0}, backdrop, source, 1);
}

/// One channel: the best of some levels, then of finer ones about it. Blends turn back at most once
/// between black and white (difference), so a coarse row finds the right side.
float channel_source(BlendMode blend, float backdrop, float wanted) {
    const auto miss = [&](float source) {
        return std::abs(laid(blend, grey(backdrop), grey(source)).r - wanted);
    };
    float best = 0, step = 1.0F / 64;
    for (int i = 0; i <= 64; ++i) {
        const float source = static_cast<float>(i) / 64;
        if (miss(source) < miss(best) - 1e-7F) best = source;
    }
    for (; step > 1e-6F; step /= 2)
        for (const float source : {unit(best - step), unit(best + step)})
            if (miss(source) < miss(best)) best = source;
    return best;
}

double miss_of(BlendMode blend, Rgb backdrop, Rgb source, const Lab& wanted) {
    return ciede2000(lab(laid(blend, backdrop, source)), wanted);
}

/// One channel after the other, by smaller and smaller steps.
Rgb searched(BlendMode blend, Rgb backdrop, Rgb wanted, Rgb begin) {
    const Lab aim = lab(wanted);
    Rgb best = begin;
    double least = miss_of(blend, backdrop, best, aim);
    for (float step = 0.25F; step > 1e-3F; step /= 2)
        for (bool better = true; better;) {
            better = false;
            for (float Rgb::*channel : {&Rgb::r, &Rgb::g, &Rgb::b})
                for (const float by : {-step, step}) {
                    Rgb tried = best;
                    tried.*channel = unit(tried.*channel + by);
                    const double miss = miss_of(blend, backdrop, tried, aim);
                    if (miss < least - 1e-6) best = tried, least = miss, better = true;
                }
        }
    return best;
}

}  // namespace

NeededSource needed_source(BlendMode blend, Rgb backdrop, Rgb wanted) {
    NeededSource needed;
    needed.blend = blend;
    const auto take = [&](Rgb source) {
        needed.source = source;
        needed.comes_out = laid(blend, backdrop, source);
        needed.off = ciede2000(lab(needed.comes_out), lab(wanted));
    };
    take(wanted);
    if (separable(blend))
        take({channel_source(blend, backdrop.r, wanted.r),
              channel_source(blend, backdrop.g, wanted.g),
              channel_source(blend, backdrop.b, wanted.b)});
    // If a channel can't be reached, the nearest channels may not be the nearest colour.
    if (needed.off > kReachedSource / 10) take(searched(blend, backdrop, wanted, needed.source));
    return needed;
}

std::array<NeededSource, kBlendModes> needed_sources(Rgb backdrop, Rgb wanted) {
    std::array<NeededSource, kBlendModes> all;
    for (std::size_t i = 0; i < all.size(); ++i)
        all[i] = needed_source(static_cast<BlendMode>(i), backdrop, wanted);
    return all;
}

}  // namespace underpaint
