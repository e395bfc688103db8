// SPDX-License-Identifier: GPL-3.0-or-later
// Two fields side by side: which is lighter, which is warmer.
#include <fmt/format.h>

#include <cmath>

#include "colour/reader.h"
#include "colour/value_scale.h"
#include "colour/warmth.h"
#include "practice/drills/drills.h"

namespace underpaint {
namespace {

void draw_sides(DrillQuestion& question, Rgb left, Rgb right) {
    const double seam = kDrillSize.width / 2.0;
    question.picture = drawn(kDrillSize, [&](double x, double) { return x < seam ? left : right; });
    question.choices = {"left", "right"};
}

/// Either way round, so that no side is the likelier one.
void turn_sides(DrillDice& dice, Rgb& left, Rgb& right) {
    if (dice.one_of(2) == 1) std::swap(left, right);
}

double hue_of(const DrillCell& cell, DrillDice& dice) {
    const int hue = cell.hue == DrillCell::kNeutral ? 0 : cell.hue;
    return (hue + dice.between(0, 1)) * 360 / DrillCell::kHues;
}

}  // namespace

void ask_lighter(DrillQuestion& question, const DrillRequest& request, DrillDice& dice) {
    const double step = request.cell.step, half = request.level / 2;
    const bool neutral = request.cell.hue == DrillCell::kNeutral;
    const double hue = hue_of(request.cell, dice), other = hue + dice.between(60, 300);
    const double intensity = neutral ? 0 : dice.between(0.4, 0.9), second = dice.between(0.4, 0.9);
    const auto at = [&](double s) { return std::min(8.8, std::max(1.2, s)); };
    Rgb left = colour_of(at(step + half), hue, intensity),
        right = colour_of(at(step - half), std::fmod(other, 360), second);
    turn_sides(dice, left, right);
    draw_sides(question, left, right);
    // Rounding to 256 levels moves a step slightly: the rounded difference counts.
    const double apart = step_of_colour(left) - step_of_colour(right);
    question.level = std::abs(apart);
    question.truth = apart >= 0 ? 0 : 1;
    const auto glow = [](Rgb c) {
        return static_cast<double>(step_of(read(Reader::glow, c))) - step_of_colour(c);
    };
    const double pull = glow(left) - glow(right);
    if (std::abs(pull) >= 0.15)
        question.fact = fmt::format(
            "The {} side is the stronger colour and reads about {:.1f} step "
            "lighter for it; by L* it is {:.2f} {}.",
            pull > 0 ? "left" : "right", std::abs(pull), question.level,
            (pull > 0) == (apart > 0) ? "lighter" : "darker");
    else
        question.fact = fmt::format("They are {:.2f} step apart.", question.level);
}

void ask_warmer(DrillQuestion& question, const DrillRequest& request, DrillDice& dice) {
    const double step = request.cell.step;
    const bool neutral = request.cell.hue == DrillCell::kNeutral;
    const double hue = hue_of(request.cell, dice);
    const double intensity = neutral ? dice.between(0.02, 0.06) : dice.between(0.25, 0.7);
    const Rgb one = colour_of(step, hue, intensity);
    const auto warmth_of = [](Rgb c) { return static_cast<double>(warmth(c)); };
    // The same colour turned toward the warm pole until it is warmer by the wanted amount, or as
    // far as it goes; toward the cool pole if the warm one is nearer than that.
    const auto turned = [&](double way) {
        Rgb best = one;
        for (double by = 0.5; by <= 180; by += 0.5) {
            const double at = std::fmod(hue + way * by + 720, 360);
            const Rgb tried = colour_of(step, at, intensity);
            if (std::abs(warmth_of(tried) - warmth_of(one)) >
                std::abs(warmth_of(best) - warmth_of(one)))
                best = tried;
            if (std::abs(warmth_of(best) - warmth_of(one)) >= request.level) break;
        }
        return best;
    };
    Rgb left = one, right = turned(dice.one_of(2) == 1 ? 1 : -1);
    if (std::abs(warmth_of(right) - warmth_of(one)) < request.level / 2)
        for (const double way : {1.0, -1.0})
            if (const Rgb tried = turned(way); std::abs(warmth_of(tried) - warmth_of(one)) >
                                               std::abs(warmth_of(right) - warmth_of(one)))
                right = tried;
    turn_sides(dice, left, right);
    draw_sides(question, left, right);
    const double apart = warmth_of(left) - warmth_of(right);
    question.level = std::abs(apart);
    question.truth = apart >= 0 ? 0 : 1;
    question.fact = fmt::format("Warmth {:+.1f} at the left, {:+.1f} at the right.",
                                warmth_of(left), warmth_of(right));
}

}  // namespace underpaint
