// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/ramps.h"

#include <cmath>
#include <numbers>

#include "audit/seen_colours.h"
#include "colour/intensity.h"

namespace underpaint {
namespace {

constexpr std::size_t kStretches = static_cast<std::size_t>(8 / kRampStretch);

struct Sum {
    double weight = 0, a = 0, b = 0, intensity = 0, warmth = 0;
};

RampPoint point_of(const Sum& sum, std::size_t stretch, double part) {
    const double a = sum.a / sum.weight, b = sum.b / sum.weight;
    RampPoint point;
    point.step = 1 + (static_cast<double>(stretch) + 0.5) * kRampStretch;
    point.share = sum.weight / part;
    point.chroma = std::hypot(a, b);
    point.hue = std::atan2(b, a) * 180 / std::numbers::pi;
    if (point.hue < 0) point.hue += 360;
    point.intensity = sum.intensity / sum.weight;
    point.warmth = sum.warmth / sum.weight;
    // OKLab lightness of a neutral at this step; close enough to find the gamut limit.
    const double lightness = (point.step - 1) * 12.5, root = (lightness + 16) / 116;
    const double y = lightness > 8 ? root * root * root : lightness / 903.3;
    point.limit = static_cast<double>(
        gamut_chroma(static_cast<float>(std::cbrt(y)), static_cast<float>(point.hue)));
    return point;
}

Ramp ramp_of(const SeenColours& seen, const FloatBlock& covered) {
    const auto cover = covered.samples(), steps = seen.steps.samples();
    const ColourBlocks& colours = seen.colours;
    std::vector<Sum> sums(kStretches);
    double whole = 0;
    for (std::size_t i = 0; i < cover.size(); ++i) {
        if (cover[i] <= 0) continue;
        const auto at = static_cast<double>(steps[i] - 1) / kRampStretch;
        Sum& sum = sums[std::min(static_cast<std::size_t>(std::max(at, 0.0)), kStretches - 1)];
        const auto weight = static_cast<double>(cover[i]);
        sum.weight += weight, whole += weight;
        sum.a += weight * static_cast<double>(colours.a.samples()[i]);
        sum.b += weight * static_cast<double>(colours.b.samples()[i]);
        sum.intensity += weight * static_cast<double>(colours.intensity.samples()[i]);
        sum.warmth += weight * static_cast<double>(colours.warmth.samples()[i]);
    }
    Ramp ramp;
    for (std::size_t i = 0; i < kStretches; ++i)
        if (sums[i].weight > 0 && sums[i].weight >= kLeastOfRamp * whole)
            ramp.push_back(point_of(sums[i], i, whole));
    return ramp;
}

}  // namespace

std::optional<std::vector<Ramp>> ramps_of(const Painting& painting, const Part* part,
                                          std::span<const std::size_t> moments, Reader reader,
                                          const std::stop_token& stop) {
    const ViewingGrid grid(painting.size(), painting.size());
    const auto seen = colours_at_viewing_scale(painting, grid, moments, reader, stop);
    if (!seen) return std::nullopt;
    FloatBlock cover(rect_of(grid.size()));
    std::ranges::fill(cover.samples(), part == nullptr ? 1.0F : 0.0F);
    if (part != nullptr) grid.cover(part->mask->base(), cover.area(), cover);
    std::vector<Ramp> ramps;
    for (const SeenColours& state : *seen) ramps.push_back(ramp_of(state, cover));
    return ramps;
}

}  // namespace underpaint
