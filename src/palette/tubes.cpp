// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/tubes.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "colour/srgb.h"
#include "palette/hex.h"
#include "palette/mixing.h"

namespace underpaint {
namespace {

constexpr double kWhiteParts = 10;

Rgb from_levels(int r, int g, int b) {
    return {static_cast<float>(r) / 255, static_cast<float>(g) / 255, static_cast<float>(b) / 255};
}

char lower(char c) {
    return c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c;
}

bool same_name(std::string_view a, std::string_view b) {
    return std::ranges::equal(a, b, {}, lower, lower);
}

double tint_luminance(Rgb full, Rgb white, double strength) {
    const std::array parts{PaintPart{solved_reflectance(full), strength},
                           PaintPart{solved_reflectance(white), kWhiteParts}};
    return static_cast<double>(luminance(colour_of(mixed_paint(parts))));
}

}  // namespace

std::span<const Tube> generic_tubes() {
    static const std::vector<Tube> tubes{
        {"Lemon yellow", from_levels(247, 222, 33), 0.7},
        {"Warm yellow", from_levels(250, 184, 14), 0.9},
        {"Orange", from_levels(235, 107, 18), 1.2},
        {"Warm red", from_levels(206, 38, 28), 1.4},
        {"Cool red", from_levels(158, 20, 46), 1.8},
        {"Rose", from_levels(176, 28, 92), 1.6},
        {"Violet", from_levels(74, 32, 110), 2.2},
        {"Warm blue", from_levels(30, 42, 138), 1.6},
        {"Clear blue", from_levels(20, 78, 156), 1.0},
        {"Cool blue", from_levels(8, 40, 92), 4.5},
        {"Turquoise", from_levels(0, 112, 122), 1.8},
        {"Cool green", from_levels(0, 74, 58), 3.5},
        {"Opaque green", from_levels(62, 108, 58), 0.9},
        {"Sap green", from_levels(70, 86, 22), 1.2},
        {"Yellow ochre", from_levels(196, 142, 58), 0.6},
        {"Raw earth", from_levels(120, 86, 46), 0.8},
        {"Burnt earth", from_levels(122, 58, 32), 1.2},
        {"Red earth", from_levels(138, 58, 42), 1.4},
        {"Dark umber", from_levels(66, 50, 40), 1.3},
        {"Black", from_levels(26, 26, 28), 2.5},
    };
    return tubes;
}

const Tube& generic_white() {
    static const Tube white{"White", from_levels(250, 250, 246), 1};
    return white;
}

std::optional<Tube> tube_from(std::string_view text) {
    if (const auto colour = rgb_from_hex(text)) return Tube{std::string(text), *colour, 1};
    if (same_name(text, generic_white().name)) return generic_white();
    for (const Tube& tube : generic_tubes())
        if (same_name(text, tube.name)) return tube;
    return std::nullopt;
}

std::optional<double> tinting_strength(Rgb full, Rgb one_to_ten, Rgb white) {
    const auto seen = static_cast<double>(luminance(decode(one_to_ten)));
    // A tube darker than white makes a darker tint the more of it is added; a lighter one a lighter
    // tint.
    double low = std::log(kLeastTinting), high = std::log(kMostTinting);
    const double weak = tint_luminance(full, white, kLeastTinting),
                 strong = tint_luminance(full, white, kMostTinting);
    constexpr double told_apart = 1e-4;
    if (std::abs(weak - strong) < told_apart) return std::nullopt;
    if (seen < std::min(weak, strong) || seen > std::max(weak, strong)) return std::nullopt;
    for (int i = 0; i < 40; ++i) {
        const double middle = (low + high) / 2;
        const bool too_weak =
            (tint_luminance(full, white, std::exp(middle)) > seen) == (weak > strong);
        (too_weak ? low : high) = middle;
    }
    return std::exp((low + high) / 2);
}

}  // namespace underpaint
