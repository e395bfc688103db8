// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/forecast.h"

#include <algorithm>
#include <cmath>

#include "blend/lay_rows.h"
#include "blend/read_rows.h"
#include "colour/value_scale.h"

namespace underpaint {
namespace {

/// Lightness (L*-equivalents) before and after a colour was laid.
struct Moved {
    std::vector<float> before, after;
    double drift(std::size_t i) const { return step_of(after[i]) - step_of(before[i]); }
};

Moved lay_over(const ConstRgbRow& pixels, std::span<const float> coverage, const LaidColour& laid,
               Reader reader) {
    const std::size_t count = pixels.r.size();
    Moved moved{std::vector<float>(count), std::vector<float>(count)};
    read_row(reader, pixels, moved.before);
    std::vector<float> r(pixels.r.begin(), pixels.r.end()), g(pixels.g.begin(), pixels.g.end()),
        b(pixels.b.begin(), pixels.b.end());
    lay_row({laid.blend, laid.hold}, {r, g, b}, laid.colour, {laid.strength, coverage});
    read_row(reader, ConstRgbRow(r, g, b), moved.after);
    return moved;
}

struct Counted {
    double drift;
    std::uint64_t pixels;
};

/// Nearest rank of |drift| among `whole` pixels; those that are not counted did not move.
double percentile(std::vector<Counted>& sorted, double share, std::uint64_t whole) {
    std::uint64_t counted = 0;
    for (const Counted& each : sorted) counted += each.pixels;
    const auto rank = static_cast<std::uint64_t>(std::ceil(share * static_cast<double>(whole)));
    std::uint64_t below = whole - counted;
    for (const Counted& each : sorted) {
        below += each.pixels;
        if (below >= rank) return counted == 0 ? 0 : each.drift;
    }
    return 0;
}

struct Summed {
    double p95 = 0, p95_of_picture = 0, mean = 0;
};

constexpr double kPercentile = 0.95;
constexpr float kReached = 0.5F;  // coverage from which a pixel belongs to the part

Summed sum_up(const Backdrop& over, const Moved& moved) {
    std::vector<Counted> reached, all;
    std::uint64_t count = 0;
    Summed sum;
    for (std::size_t i = 0; i < over.pixels.size(); ++i) {
        const double drift = std::abs(moved.drift(i));
        all.push_back({drift, over.pixels[i]});
        if (!over.coverage.empty() && over.coverage[i] < kReached) continue;
        reached.push_back(all.back());
        count += over.pixels[i];
        sum.mean += drift * static_cast<double>(over.pixels[i]);
    }
    for (auto* list : {&reached, &all}) std::ranges::sort(*list, {}, &Counted::drift);
    sum.p95 = percentile(reached, kPercentile, count);
    sum.p95_of_picture = percentile(all, kPercentile, over.picture);
    if (count > 0) sum.mean /= static_cast<double>(count);
    return sum;
}

/// Over the neutral at each whole step.
void steps_over_neutrals(const LaidColour& laid, Reader reader, Forecast& made) {
    std::array<float, kForecastSteps> greys{};
    for (std::size_t i = 0; i < greys.size(); ++i)
        greys[i] = encoded_grey_of(lightness_of_step(static_cast<float>(i + 1)));
    const Moved moved = lay_over({greys, greys, greys}, {}, laid, reader);
    for (std::size_t i = 0; i < greys.size(); ++i) made.steps[i] = moved.drift(i);
}

/// The mean of the pixels at each step, rounded.
void steps_of_pixels(const Backdrop& over, const Moved& moved, Forecast& made) {
    std::array<double, kForecastSteps> sums{}, counts{};
    for (std::size_t i = 0; i < over.pixels.size(); ++i) {
        if (!over.coverage.empty() && over.coverage[i] < kReached) continue;
        const auto step = std::clamp(std::lround(step_of(moved.before[i])), 1L, 9L);
        const auto pixels = static_cast<double>(over.pixels[i]);
        sums[static_cast<std::size_t>(step - 1)] += pixels * moved.drift(i);
        counts[static_cast<std::size_t>(step - 1)] += pixels;
    }
    for (std::size_t i = 0; i < sums.size(); ++i)
        if (counts[i] > 0) made.steps[i] = sums[i] / counts[i];
}

}  // namespace

Forecast forecast(const Backdrop& over, const LaidColour& laid, Reader reader, double budget) {
    Forecast made;
    const Moved moved = lay_over(over.colours(), over.coverage, laid, reader);
    const Summed sum = sum_up(over, moved);
    made.p95 = sum.p95, made.p95_of_picture = sum.p95_of_picture, made.mean = sum.mean;
    made.verdict = judged(made.p95, drift_bounds(budget));
    if (over.grey) {
        steps_over_neutrals(laid, reader, made);
    } else {
        steps_of_pixels(over, moved, made);
    }
    if (!is_bad(made.verdict)) return made;
    // More hold moves values less, so the least sufficient hold is found by halving.
    int enough = 100, too_little = static_cast<int>(std::floor(100 * laid.hold));
    while (enough - too_little > 1) {
        const int middle = (enough + too_little) / 2;
        LaidColour held = laid;
        held.hold = static_cast<float>(middle) / 100;
        const double p95 = sum_up(over, lay_over(over.colours(), over.coverage, held, reader)).p95;
        (p95 <= budget ? enough : too_little) = middle;
    }
    LaidColour held = laid;
    held.hold = static_cast<float>(enough) / 100;
    if (sum_up(over, lay_over(over.colours(), over.coverage, held, reader)).p95 <= budget)
        made.least_hold = enough;
    return made;
}

}  // namespace underpaint
