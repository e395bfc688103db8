// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/gradient.h"

#include <algorithm>

namespace underpaint {
namespace {

constexpr int kPieces = 1024;

float unit(float v) {
    return v > 0 ? std::min(v, 1.0F) : 0.0F;
}

}  // namespace

Rgb gradient_at(const GradientStops& stops, double at) {
    if (stops.empty()) return grey(static_cast<float>(at));
    const auto right = std::ranges::upper_bound(stops, at, {}, &GradientStop::at);
    if (right == stops.begin()) return stops.front().colour;
    if (right == stops.end()) return stops.back().colour;
    const GradientStop &a = *std::prev(right), &b = *right;
    const auto t = static_cast<float>((at - a.at) / (double{b.at} - a.at));
    return {a.colour.r + t * (b.colour.r - a.colour.r), a.colour.g + t * (b.colour.g - a.colour.g),
            a.colour.b + t * (b.colour.b - a.colour.b)};
}

std::array<Table, 3> tables_of(const GradientStops& stops) {
    return {Table(kPieces, [&](double at) { return gradient_at(stops, at).r; }),
            Table(kPieces, [&](double at) { return gradient_at(stops, at).g; }),
            Table(kPieces, [&](double at) { return gradient_at(stops, at).b; })};
}

GradientStops in_range(GradientStops stops) {
    for (GradientStop& stop : stops)
        stop = {unit(stop.at), {unit(stop.colour.r), unit(stop.colour.g), unit(stop.colour.b)}};
    std::ranges::stable_sort(stops, {}, &GradientStop::at);
    return stops;
}

}  // namespace underpaint
