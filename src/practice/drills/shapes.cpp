// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures of plain shapes: where it leads, how hard an edge is, how far a colour reaches, and what
// darkened a shadow.
#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "colour/oklab.h"
#include "colour/srgb.h"
#include "practice/drills/drills.h"

namespace underpaint {
namespace {

constexpr int kSpots = 5;

struct Spot {
    double x, y, radius;
    double up, down;  // steps of its upper and lower half
};

/// Places that don't overlap.
std::vector<Spot> spots(DrillDice& dice) {
    std::vector<Spot> all;
    constexpr double radius = 38, apart = 100;
    for (int tries = 0; tries < 4000 && all.size() < kSpots; ++tries) {
        const Spot spot{dice.between(50, kDrillSize.width - 50.0),
                        dice.between(50, kDrillSize.height - 50.0), radius, 0, 0};
        const bool free = std::ranges::all_of(all, [&](const Spot& other) {
            return std::hypot(spot.x - other.x, spot.y - other.y) >= apart;
        });
        if (free) all.push_back(spot);
    }
    return all;
}

}  // namespace

void ask_leads(DrillQuestion& question, const DrillRequest& request, DrillDice& dice) {
    std::vector<Spot> all = spots(dice);
    const double second = dice.between(1.6, 2.4);
    const auto leader = static_cast<std::size_t>(dice.one_of(static_cast<int>(all.size())));
    // `second` is the contrast of the strongest other shape; the leader exceeds it by the level.
    std::vector<double> contrasts{second};
    for (std::size_t i = 2; i < all.size(); ++i)
        contrasts.push_back(second * dice.between(0.5, 0.98));
    const double first = std::min(second * (1 + request.level), 6.0);
    std::size_t next = 0;
    std::vector<double> hues;
    for (std::size_t i = 0; i < all.size(); ++i) {
        const double contrast = i == leader ? first : contrasts[next++];
        const double middle = dice.between(1.5 + contrast / 2, 8.5 - contrast / 2);
        all[i].up = middle + contrast / 2, all[i].down = middle - contrast / 2;
        hues.push_back(dice.between(0, 360));
    }
    const double hue = dice.between(0, 360), intensity = dice.between(0.1, 0.4);
    std::vector<std::pair<Rgb, Rgb>> colours;
    for (std::size_t i = 0; i < all.size(); ++i)
        colours.emplace_back(colour_of(all[i].up, hues[i], dice.between(0.1, 0.6)),
                             colour_of(all[i].down, hues[i], dice.between(0.1, 0.6)));
    const Rgb ground = colour_of(5, hue, intensity);
    question.picture = drawn(kDrillSize, [&](double x, double y) {
        for (std::size_t i = 0; i < all.size(); ++i)
            if (std::hypot(x - all[i].x, y - all[i].y) < all[i].radius)
                return y < all[i].y ? colours[i].first : colours[i].second;
        return ground;
    });
    // Contrast of the rounded colours, including the ground: within a disc it is lightest minus
    // darkest.
    const double ground_step = step_of_colour(ground);
    const auto contrast = [&](std::size_t i) {
        const std::array steps{step_of_colour(colours[i].first), step_of_colour(colours[i].second),
                               ground_step};
        return *std::ranges::max_element(steps) - *std::ranges::min_element(steps);
    };
    std::size_t best = 0;
    for (std::size_t i = 1; i < all.size(); ++i)
        if (contrast(i) > contrast(best)) best = i;
    double rival = 0;
    for (std::size_t i = 0; i < all.size(); ++i)
        if (i != best) rival = std::max(rival, contrast(i));
    question.place = {all[best].x, all[best].y};
    question.radius = 1.2 * all[best].radius;
    question.level = rival > 0 ? contrast(best) / rival - 1 : 1;
    question.fact =
        fmt::format("There the contrast is {:.1f} steps; the next best place has {:.1f}.",
                    contrast(best), rival);
}

void ask_edge(DrillQuestion& question, const DrillRequest& request, DrillDice& dice) {
    const double width = std::pow(dice.between(0, 1), 1.5) * text_of(DrillKind::edge).most;
    const double angle = dice.between(0, std::numbers::pi);
    const double half = dice.between(0.6, 2);
    const double hue = dice.between(0, 360), other = dice.between(0, 360);
    const double step = std::clamp(static_cast<double>(request.cell.step), 3.2, 6.8);
    const Rgb dark = colour_of(step - half, hue, dice.between(0, 0.5)),
              light = colour_of(step + half, other, dice.between(0, 0.5));
    const double cx = kDrillSize.width / 2.0, cy = kDrillSize.height / 2.0;
    question.picture = drawn(kDrillSize, [&](double x, double y) {
        const double across = (x - cx) * std::cos(angle) + (y - cy) * std::sin(angle);
        const double share =
            width < 0.01 ? (across < 0 ? 0.0 : 1.0) : std::clamp(across / width + 0.5, 0.0, 1.0);
        const auto mix = [&](float a, float b) {
            return static_cast<float>(a + share * static_cast<double>(b - a));
        };
        return Rgb{mix(dark.r, light.r), mix(dark.g, light.g), mix(dark.b, light.b)};
    });
    question.truth = width;
    question.fact =
        fmt::format("It takes {:.0f} pixels from one side to the other, over {:.1f} steps.", width,
                    step_of_colour(light) - step_of_colour(dark));
}

void ask_shadows(DrillQuestion& question, const DrillRequest& request, DrillDice& dice) {
    const bool by_colour = dice.one_of(2) == 1;
    const int hues = request.cell.hue == DrillCell::kNeutral ? 1 : request.cell.hue;
    const double hue = (hues + dice.between(0, 1)) * 360 / DrillCell::kHues;
    const double lit = dice.between(5.5, 7), shade = lit - dice.between(1.5, 2.5);
    const Rgb light = colour_of(lit, hue, dice.between(0.4, 0.7));
    // Darkened with black alone: the light's linear channels, scaled.
    const LinearRgb linear = decode(light);
    const auto scaled = [&](double by) {
        const auto k = static_cast<float>(by);
        return on_levels(encode(LinearRgb{linear.r * k, linear.g * k, linear.b * k}));
    };
    double low = 0, high = 1;
    for (int i = 0; i < 30; ++i)
        (step_of_colour(scaled((low + high) / 2)) < shade ? low : high) = (low + high) / 2;
    const Rgb black = scaled((low + high) / 2);
    const double way = dice.one_of(2) == 1 ? 1 : -1;
    const OkLch of_black = oklch(oklab(decode(black)));
    const Rgb coloured = colour_of(
        shade, std::fmod(static_cast<double>(of_black.h) + way * request.level + 360, 360),
        std::clamp(0.75 + request.level / 200, 0.75, 0.95));
    const Rgb dark = by_colour ? coloured : black;
    const Rgb ground = neutral_of(request.surround);
    const double cx = kDrillSize.width / 2.0, cy = kDrillSize.height / 2.0, radius = 130;
    question.picture = drawn(kDrillSize, [&](double x, double y) {
        if (std::hypot(x - cx, y - cy) > radius) return ground;
        return x + y / 3 < cx + cy / 3 ? light : dark;
    });
    question.choices = {"black", "colour"};
    question.truth = by_colour ? 1 : 0;
    question.level = request.level;
    question.fact = by_colour ? fmt::format(
                                    "Its hue is {:.0f}° from the light's, and it has gained "
                                    "intensity.",
                                    request.level)
                              : "It has the light's own hue, only darker.";
}

void ask_reach(DrillQuestion& question, const DrillRequest& request, DrillDice& dice) {
    const double wanted = dice.between(0.02, text_of(DrillKind::reach).most / 100);
    const int hues = request.cell.hue == DrillCell::kNeutral ? 1 : request.cell.hue;
    const double hue = (hues + dice.between(0, 1)) * 360 / DrillCell::kHues;
    const Rgb strong = colour_of(std::clamp(request.cell.step, 4, 7), hue, 0.95);
    std::vector<Rgb> quiet;
    for (int i = 0; i < 6; ++i)
        quiet.push_back(
            colour_of(dice.between(3, 7.5), dice.between(0, 360), dice.between(0.05, 0.35)));
    // A sum of waves, cut at the height that gives the wanted share of the picture.
    struct Wave {
        double x, y, phase, high;
    };
    std::vector<Wave> waves;
    for (int i = 0; i < 5; ++i)
        waves.push_back({dice.between(-0.03, 0.03), dice.between(-0.03, 0.03),
                         dice.between(0, 2 * std::numbers::pi), dice.between(0.4, 1)});
    const auto height = [&](double x, double y) {
        double sum = 0;
        for (const Wave& wave : waves)
            sum += wave.high * std::sin(wave.x * x + wave.y * y + wave.phase);
        return sum;
    };
    std::vector<double> heights;
    for (int y = 0; y < kDrillSize.height; y += 2)
        for (int x = 0; x < kDrillSize.width; x += 2) heights.push_back(height(x + 0.5, y + 0.5));
    std::ranges::sort(heights, std::greater{});
    const double cut =
        heights[static_cast<std::size_t>(wanted * static_cast<double>(heights.size()))];
    const double band = kDrillSize.width / static_cast<double>(quiet.size());
    question.picture = drawn(kDrillSize, [&](double x, double y) {
        if (height(x, y) > cut) return strong;
        const auto at = static_cast<std::size_t>((x + y / 2) / band);
        return quiet[at % quiet.size()];
    });
    std::size_t inside = 0;
    const RgbRow all = question.picture.all();
    for (std::size_t i = 0; i < all.r.size(); ++i) inside += all[i] == strong;
    question.truth = 100 * static_cast<double>(inside) / static_cast<double>(all.r.size());
    question.fact = fmt::format("It covers {:.0f}% of the picture.", question.truth);
}

}  // namespace underpaint
