// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/gradient.h"

#include <algorithm>
#include <cmath>

#include "colour/clipped.h"
#include "colour/oklab.h"
#include "colour/srgb.h"

namespace underpaint {
namespace {

constexpr int kGradientPieces = 1024;

/// Share of the second stop's colour.
float share_of(double way, float middle) {
    if (middle == 0.5F) return static_cast<float>(way);
    return static_cast<float>(std::pow(way, std::log(0.5) / std::log(double{middle})));
}

Rgb mixed(Rgb a, Rgb b, float t) {
    return {a.r + t * (b.r - a.r), a.g + t * (b.g - a.g), a.b + t * (b.b - a.b)};
}

Rgb mixed_in_oklab(Rgb a, Rgb b, float t) {
    const OkLab from = oklab(decode(a)), to = oklab(decode(b));
    const LinearRgb c = linear_rgb(
        {from.l + t * (to.l - from.l), from.a + t * (to.a - from.a), from.b + t * (to.b - from.b)});
    return encode_clipped(c);
}

}  // namespace

Rgb gradient_at(const GradientStops& stops, double at, Mixing mixing) {
    if (stops.empty()) return grey(static_cast<float>(at));
    const auto right = std::ranges::upper_bound(stops, at, {}, &GradientStop::at);
    if (right == stops.begin()) return stops.front().colour;
    if (right == stops.end()) return stops.back().colour;
    const GradientStop &a = *std::prev(right), &b = *right;
    const float t = share_of((at - a.at) / (double{b.at} - a.at), a.middle);
    if (t <= 0) return a.colour;
    return mixing == Mixing::encoded ? mixed(a.colour, b.colour, t)
                                     : mixed_in_oklab(a.colour, b.colour, t);
}

ColourTable table_of(const GradientStops& stops, Mixing mixing, const Tune& tune) {
    return ColourTable(kGradientPieces,
                       [&](double at) { return tuned(gradient_at(stops, at, mixing), tune); });
}

GradientStops in_range(GradientStops stops) {
    for (GradientStop& stop : stops)
        stop = {
            unit(stop.at),
            {unit(stop.colour.r), unit(stop.colour.g), unit(stop.colour.b)},
            stop.middle == stop.middle ? std::clamp(stop.middle, kLeastMiddle, kMostMiddle) : 0.5F};
    std::ranges::stable_sort(stops, {}, &GradientStop::at);
    return stops;
}

}  // namespace underpaint
