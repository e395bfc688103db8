// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <vector>

#include "practice/drill.h"

namespace underpaint {

/// One answer to a question with choices.
struct Trial {
    double level = 0;
    bool right = false;
    friend bool operator==(const Trial&, const Trial&) = default;
};

/// The level of the next question: three right answers on one level make it harder, a wrong one
/// easier (H. Levitt, "Transformed up-down methods in psychoacoustics", 1971, rule "3 down 1 up",
/// which rests at 79.4 % right). Levels change by a factor, 1.6 before the second turn and 1.25
/// from then on.
double next_level(const LevelRange& range, std::span<const Trial> trials);

/// The difference at which somebody is right in 79.4 % of questions.
struct Threshold {
    double level = 0;
    double low = 0, high = 0;  ///< 90 % interval, by the likelihood ratio
};
/// The threshold by maximum likelihood, for a logistic in the logarithm of the level with a fixed
/// slope, a share of guesses, `guess`, and 2 % of slips. Nothing with fewer than ten trials.
std::optional<Threshold> threshold_of(std::span<const Trial> trials, double guess);

inline constexpr double kThresholdShare = 0.794;

}  // namespace underpaint
