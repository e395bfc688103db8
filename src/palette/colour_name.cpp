// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/colour_name.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <string_view>

#include "colour/intensity.h"
#include "colour/oklab.h"
#include "colour/srgb.h"

namespace underpaint {
namespace {

/// Hues up to `before` degrees have this name; the first goes on after the last.
struct HueName {
    float before;
    std::string_view name;
};
constexpr std::array<HueName, 12> kHues{{{12, "rose"},
                                         {38, "red"},
                                         {72, "orange"},
                                         {98, "ochre"},
                                         {118, "yellow"},
                                         {135, "lime"},
                                         {165, "green"},
                                         {205, "turquoise"},
                                         {240, "azure"},
                                         {275, "blue"},
                                         {320, "violet"},
                                         {350, "magenta"}}};
constexpr float kGrey = 0.015F, kMuted = 0.05F;  // chroma
constexpr float kDark = 0.4F, kPale = 0.8F;      // OKLab lightness
constexpr float kBlack = 0.2F, kWhite = 0.95F;

std::string_view hue_name(float hue) {
    const auto found =
        std::ranges::find_if(kHues, [&](const HueName& n) { return hue < n.before; });
    return found == kHues.end() ? kHues.front().name : found->name;
}

}  // namespace

std::string name_for(Rgb colour) {
    const OkLch is = oklch(oklab(decode(colour)));
    const bool grey = is.c < kGrey;
    if (grey && is.l < kBlack) return "Black";
    if (grey && is.l > kWhite) return "White";
    const std::string_view light = is.l < kDark ? "Dark" : is.l > kPale ? "Pale" : "";
    const std::string_view muted = !grey && is.c < kMuted ? "grey-" : "";
    std::string name = fmt::format("{}{}{}{}", light, light.empty() ? "" : " ", muted,
                                   grey ? "grey" : hue_name(is.h));
    if (name.front() >= 'a' && name.front() <= 'z')
        name.front() = static_cast<char>(name.front() - 'a' + 'A');
    return name;
}

std::string name_for(Rgb colour, const Palette& palette) {
    const std::string name = name_for(colour);
    const auto taken = [&](const std::string& wanted) {
        return std::ranges::any_of(palette.colours,
                                   [&](const PaletteColour& c) { return c.name == wanted; });
    };
    std::string free = name;
    for (int n = 2; taken(free); ++n) free = fmt::format("{} {}", name, n);
    return free;
}

}  // namespace underpaint
