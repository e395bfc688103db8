// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cmath>
#include <random>

#include "practice/drill.h"

namespace underpaint::testing {

/// Somebody who answers drills with a bias, a spread and a threshold that are known, so that it can
/// be seen whether the program finds them.
class SimulatedPainter {
public:
    struct Habits {
        double bias = 0, spread = 0.3;  ///< of namings
        double threshold = 0.5;         ///< level at which 79.4 % are right
        double slips = 0.02;
        /// More error in one cell than elsewhere.
        DrillCell weak{-2, 0};
        double weak_bias = 0;
    };
    SimulatedPainter(const Habits& habits, std::uint64_t seed) : habits_(habits), random_(seed) {}

    DrillAnswer answer(const DrillQuestion& question) {
        DrillAnswer answer;
        if (!question.choices.empty()) {
            const bool right = uniform() < chance(question);
            const auto count = static_cast<int>(question.choices.size());
            const int truth = static_cast<int>(std::lround(question.truth));
            answer.value =
                right
                    ? truth
                    : (truth + 1 + static_cast<int>(random_() % static_cast<unsigned>(count - 1))) %
                          count;
            return answer;
        }
        const double more = question.cell == habits_.weak ? habits_.weak_bias : 0;
        answer.value = question.truth + habits_.bias + more + habits_.spread * normal();
        return answer;
    }

private:
    double uniform() { return static_cast<double>(random_() >> 11) / 9007199254740992.0; }
    double normal() {
        return std::sqrt(-2 * std::log(1 - uniform())) * std::cos(6.283185307179586 * uniform());
    }
    /// A cumulative Weibull, which is another shape than the program fits.
    double chance(const DrillQuestion& question) const {
        const double guess = 1.0 / static_cast<double>(question.choices.size());
        constexpr double beta = 2.6;
        const double scale =
            habits_.threshold /
            std::pow(-std::log(1 - (0.794 - guess) / (1 - guess - habits_.slips)), 1 / beta);
        return guess + (1 - guess - habits_.slips) *
                           (1 - std::exp(-std::pow(question.level / scale, beta)));
    }

    Habits habits_;
    std::mt19937_64 random_;
};

}  // namespace underpaint::testing
