// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <optional>
#include <string>
#include <vector>

#include "practice/staircase.h"

namespace underpaint {

// A check of a screen in its room, of two minutes: which of the darkest and lightest steps can be
// told apart on it, and whether its middle grey looks grey.

enum class ScreenEnd { dark, light };

/// Distances from step 1, or from step 9, that are asked about.
constexpr LevelRange levels_of(ScreenEnd end) {
    return end == ScreenEnd::dark ? LevelRange{0.04, 0.6, 0.4} : LevelRange{0.04, 0.4, 0.3};
}

/// A field of black or white, and a disc in one half of it that is so much lighter or darker.
struct ScreenQuestion {
    ScreenEnd end = ScreenEnd::dark;
    double level = 0;    ///< as it came out on 256 levels, steps
    bool right = false;  ///< the half that has the disc
    Rgb ground, disc;    ///< encoded sRGB
};
/// The same for the same seed and level.
ScreenQuestion ask_screen(ScreenEnd end, double level, std::uint64_t seed);
/// Trials at each end: a threshold within a factor of two, in a minute.
inline constexpr std::size_t kScreenTrials = 16;

/// A grey as it was made to look neutral beside neutral greys.
struct GreyMatch {
    double a = 0, b = 0;  ///< OKLab, of a grey of step 5
    friend bool operator==(const GreyMatch&, const GreyMatch&) = default;
};
/// The encoded colour of a match.
Rgb colour_of(const GreyMatch& match);
/// A grey that is off by a visible hue, from which a match begins.
GreyMatch tinted_grey(std::uint64_t seed);
/// CIEDE2000 from the neutral grey.
double off_neutral(const GreyMatch& match);
/// Within this, greys look grey: what most people see beside a neutral.
inline constexpr double kLooksGrey = 2;
/// The most that a match can be moved, each way.
inline constexpr double kMostTint = 0.06, kTintStep = 0.004;

/// The result of a check.
struct ScreenCheck {
    std::string screen;   ///< which one, and by which profile it is driven
    std::string profile;  ///< empty: as sRGB says
    std::chrono::sys_seconds when{};
    Threshold dark,
        light;  ///< steps from 1, and from 9, that can be told in four of five questions
    std::optional<GreyMatch> grey;
    friend bool operator==(const ScreenCheck& a, const ScreenCheck& b);

    double darkest() const { return 1 + dark.level; }    ///< the first step that is told from black
    double lightest() const { return 9 - light.level; }  ///< the last that is told from white
};
/// The threshold of a finished round of trials; an end that was never told apart has the largest
/// level asked.
Threshold end_threshold(ScreenEnd end, std::span<const Trial> trials);

/// The last check of a screen with that profile; nothing where there is none.
const ScreenCheck* last_check(const std::vector<ScreenCheck>& checks, const std::string& screen,
                              const std::string& profile);

/// The change of the room's light between two checks of one screen: light on the screen's black is
/// a veil that hides the darkest steps. Told only where the 90 % intervals do not meet.
enum class RoomLight { same, lighter, darker };
RoomLight room_since(const ScreenCheck& before, const ScreenCheck& now);

/// One sentence or two of what was found, for the painter.
std::string in_words(const ScreenCheck& check);

}  // namespace underpaint
