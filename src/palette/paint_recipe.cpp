// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/paint_recipe.h"

#include <cmath>
#include <limits>

#include "colour/ciede2000.h"
#include "colour/srgb.h"

namespace underpaint {
namespace {

/// Squared distance in CIELAB beyond which CIEDE2000 can't be the least any more: its divisors are
/// at most 1 + 0.045 C and 1.75 for lightness, so that it is never under a ninth of the distance.
constexpr double kMostDivisor = 9;

double squared(const Lab& a, const Lab& b) {
    const double l = a.l - b.l, x = a.a - b.a, y = a.b - b.b;
    return l * l + x * x + y * y;
}

}  // namespace

std::optional<PaintRecipe> recipe_for(Rgb wanted, const TubeSet& set, const std::stop_token& stop) {
    const PaintBox box(set);
    const Lab aim = lab(wanted);
    const auto choices = choices_of(box.tubes());
    PaintRecipe best{{}, {}, std::numeric_limits<double>::infinity()};
    const auto weigh = [&](const Parts& parts) {
        const Rgb colour = encode(box.mixed(parts));
        const Lab is = lab(colour);
        const double far = kMostDivisor * best.off;
        if (squared(is, aim) < far * far)
            if (const double off = ciede2000(is, aim); off < best.off - 1e-9)
                best = {parts, colour, off};
        return !stop.stop_requested();
    };
    for (int whole = 1; whole <= kMostParts && best.off > kNearRecipe; ++whole) {
        if (whole == 1 && box.has_white()) {
            Parts white(box.tubes() + 1);
            white.back() = 1;
            weigh(white);
        }
        for (const auto& which : choices) {
            box.for_each(which, whole, weigh);
            if (stop.stop_requested()) return std::nullopt;
        }
    }
    return best.parts.empty() ? std::nullopt : std::optional(best);
}

}  // namespace underpaint
