// SPDX-License-Identifier: GPL-3.0-or-later
// Naming the step of a spot of the painter's own picture.
#include <algorithm>
#include <cmath>

#include "colour/srgb.h"
#include "practice/drills/drills.h"

namespace underpaint {
namespace {

constexpr double kRing = 0.02;       // radius of the ring, as a share of the long side
constexpr double kLeastRing = 4;     // least radius of the ring, pixels
constexpr double kAround = 3;        // radius of the surround, in radii of the ring
constexpr int kLooked = 24;          // spots from which one is chosen
constexpr double kUneven = 0.4;      // spread in steps from which a spot has no single value
constexpr double kOtherCell = 0.25;  // cost of a spot of another step or hue, in steps

/// What lies within a ring, and around it.
struct Ringed {
    Point at;
    Rgb colour;           ///< mean, in linear light
    double spread = 0;    ///< standard deviation of steps
    double surround = 0;  ///< mean step
};

Ringed look_at(const RgbBlock& picture, Point at, double radius) {
    const Size size = picture.area().size();
    LinearRgb sum{0, 0, 0};
    double inside = 0, steps = 0, squares = 0, around = 0, others = 0;
    const double far = kAround * radius;
    const auto within = [](double v, int count) {
        return std::clamp(static_cast<int>(std::floor(v)), 0, count - 1);
    };
    for (int y = within(at.y - far, size.height); y <= within(at.y + far, size.height); ++y)
        for (int x = within(at.x - far, size.width); x <= within(at.x + far, size.width); ++x) {
            const double off = std::hypot(x + 0.5 - at.x, y + 0.5 - at.y);
            const Rgb colour = picture.row(y)[static_cast<std::size_t>(x)];
            const double step = step_of_colour(colour);
            if (off > radius) {
                if (off <= far) around += step, ++others;
                continue;
            }
            const LinearRgb light = decode(colour);
            sum.r += light.r, sum.g += light.g, sum.b += light.b;
            steps += step, squares += step * step, ++inside;
        }
    Ringed spot{at, picture.row(within(
                        at.y, size.height))[static_cast<std::size_t>(within(at.x, size.width))]};
    if (inside > 0) {
        const auto n = static_cast<float>(inside);
        spot.colour = encode({sum.r / n, sum.g / n, sum.b / n});
        spot.spread = std::sqrt(std::max(0.0, squares / inside - std::pow(steps / inside, 2)));
    }
    spot.surround = others > 0 ? around / others : step_of_colour(spot.colour);
    return spot;
}

/// How badly a spot suits a question about a cell.
double unfit(const Ringed& spot, const DrillCell& wanted) {
    const DrillCell cell = cell_of(spot.colour);
    return std::max(0.0, spot.spread - kUneven) * 4 +
           kOtherCell * (std::abs(cell.step - wanted.step) + (cell.hue == wanted.hue ? 0 : 1));
}

}  // namespace

void ask_here(DrillQuestion& question, const DrillRequest& request, DrillDice& dice) {
    RgbBlock plain;
    if (request.picture == nullptr)
        plain = drawn(kDrillSize, [](double, double) { return neutral_of(5); });
    const RgbBlock& picture = request.picture ? *request.picture : plain;
    const Size size = picture.area().size();
    const double radius = std::max(kLeastRing, kRing * std::max(size.width, size.height));
    const auto along = [&](int pixels) {
        const double edge = std::min(radius, pixels / 2.0);
        return dice.between(edge, pixels - edge);
    };
    Ringed asked;
    if (request.at) {
        asked = look_at(picture, *request.at, radius);
    } else {
        for (int i = 0; i < kLooked; ++i) {
            const double x = along(size.width);
            const Ringed spot = look_at(picture, {x, along(size.height)}, radius);
            if (i == 0 || unfit(spot, question.cell) < unfit(asked, question.cell)) asked = spot;
        }
    }
    question.picture = picture;
    question.place = asked.at;
    question.radius = radius;
    question.truth = step_of_colour(asked.colour);
    question.cell = cell_of(asked.colour);
    question.fact = why_it_looks_so(asked.colour, asked.surround);
}

}  // namespace underpaint
