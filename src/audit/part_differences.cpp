// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/part_differences.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "colour/ciede2000.h"
#include "render/readings.h"
#include "render/resample.h"

namespace underpaint {
namespace {

/// Mean figures of both sides of a part.
struct Whole {
    double warmth = 0, intensity = 0, a = 0, b = 0;
};
Whole whole_of(const PartColours& colours) {
    const double lights = colours.lights.share, shadows = colours.shadows.share;
    const double all = std::max(lights + shadows, 1e-12);
    const auto mean = [&](double light, double shadow) {
        return (lights * light + shadows * shadow) / all;
    };
    return {mean(colours.lights.warmth, colours.shadows.warmth),
            mean(colours.lights.intensity, colours.shadows.intensity),
            mean(colours.lights.a, colours.shadows.a), mean(colours.lights.b, colours.shadows.b)};
}

const PartColours* colours_in(const PassAudit& state, PartId part) {
    const auto found = std::ranges::find(state.colours, part, &PartColours::part);
    return found == state.colours.end() ? nullptr : &*found;
}

}  // namespace

std::vector<PartDifference> part_differences(const Painting& painting, const RgbBlock& one,
                                             const PassAudit& of_one, const RgbBlock& other,
                                             const PassAudit& of_other) {
    std::vector<PartDifference> differences;
    if (one.area() != other.area()) return differences;
    const Size size = one.area().size();
    const auto pixels = static_cast<std::size_t>(size.area());
    std::vector<double> apart(pixels);
    for (std::size_t i = 0; i < pixels; ++i)
        apart[i] = static_cast<double>(ciede2000(lab(one.all()[i]), lab(other.all()[i])));
    for (const Part& part : painting.parts) {
        const PartColours *p = colours_in(of_one, part.id), *q = colours_in(of_other, part.id);
        if (p == nullptr || q == nullptr) continue;
        const Whole a = whole_of(*p), b = whole_of(*q);
        PartDifference made{part.id, 0, a.warmth, b.warmth, a.intensity, b.intensity, {}, {}};
        const double shrink = static_cast<double>(painting.size().width) / size.width;
        Picture cover(size, Channels::grey, part.mask->base().depth());
        resample(*part.mask, shrink, one.area(), cover);
        const FloatBlock covered = coverage_of(cover, one.area());
        double sum = 0, count = 0;
        for (std::size_t i = 0; i < pixels; ++i)
            if (covered.samples()[i] >= 0.5F) sum += apart[i], ++count;
        if (count > 0) made.colour = sum / count;
        constexpr double neutral = 0.01;
        if (std::hypot(a.a, a.b) > neutral && std::hypot(b.a, b.b) > neutral) {
            const double turn =
                (std::atan2(b.b, b.a) - std::atan2(a.b, a.a)) * 180 / std::numbers::pi;
            made.turn = std::remainder(turn, 360.0);
        }
        if (p->has_both() && q->has_both()) made.swing = q->swing() - p->swing();
        differences.push_back(made);
    }
    std::ranges::stable_sort(differences, std::greater(), &PartDifference::colour);
    return differences;
}

double steps_apart(const RgbBlock& one, const RgbBlock& other, Reader reader) {
    if (one.area() != other.area()) return 0;
    const FloatBlock a = steps_of(one, reader), b = steps_of(other, reader);
    std::vector<float> apart(a.samples().size());
    for (std::size_t i = 0; i < apart.size(); ++i)
        apart[i] = std::fabs(a.samples()[i] - b.samples()[i]);
    if (apart.empty()) return 0;
    const auto at =
        static_cast<std::ptrdiff_t>(std::ceil(0.95 * static_cast<double>(apart.size()))) - 1;
    std::nth_element(apart.begin(), apart.begin() + at, apart.end());
    return static_cast<double>(apart[static_cast<std::size_t>(at)]);
}

}  // namespace underpaint
