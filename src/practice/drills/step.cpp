// SPDX-License-Identifier: GPL-3.0-or-later
// Naming the step of a disc, alone and in a coloured surround.
#include <fmt/format.h>

#include <cmath>

#include "colour/reader.h"
#include "colour/value_scale.h"
#include "practice/drills/drills.h"

namespace underpaint {
namespace {

constexpr double kDisc = 90;           // radius of the disc, pixels
constexpr double kWorthSaying = 0.15;  // step; smaller effects are not mentioned

double hue_in(const DrillCell& cell, DrillDice& dice) {
    return (cell.hue + dice.between(0, 1)) * 360 / DrillCell::kHues;
}

Rgb disc_colour(const DrillCell& cell, DrillDice& dice) {
    const double step = cell.step + dice.between(-0.5, 0.5);
    if (cell.hue == DrillCell::kNeutral) return neutral_of(step);
    const double hue = hue_in(cell, dice);
    return colour_of(step, hue, dice.between(0.35, 0.95));
}

void draw_disc(DrillQuestion& question, Rgb disc, Rgb ground) {
    const double x0 = kDrillSize.width / 2.0, y0 = kDrillSize.height / 2.0;
    question.picture = drawn(kDrillSize, [&](double x, double y) {
        return std::hypot(x - x0, y - y0) < kDisc ? disc : ground;
    });
    question.truth = step_of_colour(disc);
}

}  // namespace

std::string why_it_looks_so(Rgb colour, double surround) {
    const double step = step_of_colour(colour);
    const double glow = static_cast<double>(step_of(read(Reader::glow, colour))) - step;
    std::string fact;
    if (glow >= kWorthSaying)
        fact = fmt::format("So strong a colour reads about {:.1f} step lighter than its L*.", glow);
    const double apart = step - surround;
    if (std::abs(apart) >= 1)
        fact += fmt::format("{}A {} surround makes it look {}.", fact.empty() ? "" : " ",
                            apart > 0 ? "darker" : "lighter", apart > 0 ? "lighter" : "darker");
    return fact;
}

void ask_step_alone(DrillQuestion& question, const DrillRequest& request, DrillDice& dice) {
    const Rgb disc = disc_colour(request.cell, dice);
    draw_disc(question, disc, neutral_of(request.surround));
    question.fact = why_it_looks_so(disc, request.surround);
}

void ask_step_in_colour(DrillQuestion& question, const DrillRequest& request, DrillDice& dice) {
    const Rgb disc = disc_colour(request.cell, dice);
    const double step = std::clamp(request.cell.step + dice.between(-2, 2), 2.0, 8.0);
    const Rgb ground = colour_of(step, dice.between(0, 360), dice.between(0.3, 0.8));
    draw_disc(question, disc, ground);
    question.fact = why_it_looks_so(disc, step_of_colour(ground));
}

}  // namespace underpaint
