// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/screen_check.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "colour/ciede2000.h"
#include "colour/lab.h"
#include "colour/oklab.h"
#include "colour/reader.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"
#include "practice/drawing.h"

namespace underpaint {
namespace {

constexpr double kTwoSides = 0.5;
constexpr double kBeginsAt = 0.035;  // chroma in OKLab at which a match begins
constexpr double kGreyStep = 5;

bool same(const Threshold& a, const Threshold& b) {
    return a.level == b.level && a.low == b.low && a.high == b.high;
}

std::string way_of(const GreyMatch& match) {
    if (std::abs(match.a) > std::abs(match.b)) return match.a > 0 ? "pinker" : "greener";
    return match.b > 0 ? "yellower" : "bluer";
}

}  // namespace

ScreenQuestion ask_screen(ScreenEnd end, double level, std::uint64_t seed) {
    DrillDice dice(seed * 2 + (end == ScreenEnd::dark ? 0 : 1));
    ScreenQuestion question;
    question.end = end;
    question.right = dice.one_of(2) == 1;
    const double begins = end == ScreenEnd::dark ? 1 : 9, way = end == ScreenEnd::dark ? 1 : -1;
    const LevelRange range = levels_of(end);
    question.ground = neutral_of(begins);
    question.disc = neutral_of(begins + way * std::clamp(level, range.least, range.most));
    // The difference is at least one of 256 levels.
    if (question.disc.r == question.ground.r)
        question.disc = grey(question.ground.r + static_cast<float>(way) / 255);
    question.level = std::abs(step_of_colour(question.disc) - begins);
    return question;
}

Rgb colour_of(const GreyMatch& match) {
    const Rgb neutral = grey(encoded_grey_of(lightness_of_step(static_cast<float>(kGreyStep))));
    const float l = oklab(decode(neutral)).l;
    return on_levels(
        encode(linear_rgb(OkLab{l, static_cast<float>(match.a), static_cast<float>(match.b)})));
}

GreyMatch tinted_grey(std::uint64_t seed) {
    DrillDice dice(seed);
    const double way = dice.between(0, 2 * std::numbers::pi);
    return {kBeginsAt * std::cos(way), kBeginsAt * std::sin(way)};
}

double off_neutral(const GreyMatch& match) {
    return static_cast<double>(ciede2000(lab(colour_of(match)), lab(colour_of(GreyMatch{}))));
}

bool operator==(const ScreenCheck& a, const ScreenCheck& b) {
    return a.screen == b.screen && a.profile == b.profile && a.when == b.when &&
           same(a.dark, b.dark) && same(a.light, b.light) && a.grey == b.grey;
}

Threshold end_threshold(ScreenEnd end, std::span<const Trial> trials) {
    const double most = levels_of(end).most;
    Threshold found = threshold_of(trials, kTwoSides).value_or(Threshold{most, 0, most});
    found.level = std::min(found.level, most);
    found.low = std::min(found.low, most), found.high = std::min(found.high, most);
    return found;
}

const ScreenCheck* last_check(const std::vector<ScreenCheck>& checks, const std::string& screen,
                              const std::string& profile) {
    const auto found = std::find_if(checks.rbegin(), checks.rend(), [&](const ScreenCheck& check) {
        return check.screen == screen && check.profile == profile;
    });
    return found == checks.rend() ? nullptr : &*found;
}

RoomLight room_since(const ScreenCheck& before, const ScreenCheck& now) {
    if (now.dark.low > before.dark.high) return RoomLight::lighter;
    if (now.dark.high < before.dark.low) return RoomLight::darker;
    return RoomLight::same;
}

std::string in_words(const ScreenCheck& check) {
    std::string text = fmt::format("Steps are told apart from {:.1f} to {:.1f}.", check.darkest(),
                                   check.lightest());
    if (!check.grey) return text;
    if (off_neutral(*check.grey) <= kLooksGrey) return text + " Grey looks grey.";
    return text + fmt::format(" Grey looks grey once it is {} by {:.1f} (CIEDE2000).",
                              way_of(*check.grey), off_neutral(*check.grey));
}

}  // namespace underpaint
