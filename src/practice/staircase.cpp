// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/staircase.h"

#include <algorithm>
#include <cmath>

namespace underpaint {
namespace {

constexpr int kDown = 3;
constexpr double kCoarse = 1.6, kFine = 1.25;
constexpr int kCoarseTurns = 2;
constexpr std::size_t kLeastTrials = 10;
constexpr double kSlips = 0.02;
constexpr double kSlope = 3;         // of the logistic, per unit of the natural logarithm
constexpr double kGrid = 1.01;       // ratio of neighbouring thresholds that are tried
constexpr int kFirst = 12;           // the first search tries every twelfth
constexpr double kInterval = 2.706;  // chi squared with one degree of freedom, 90 %

/// Chance of a right answer at a level, where `alpha` is right at kThresholdShare.
double chance(double level, double alpha, double guess) {
    // Shifted so that the logistic has the wanted share at alpha.
    const double wanted = (kThresholdShare - guess) / (1 - guess - kSlips);
    const double shift = std::log(wanted / (1 - wanted));
    const double x = kSlope * std::log(std::max(level, 1e-9) / alpha) + shift;
    return guess + (1 - guess - kSlips) / (1 + std::exp(-x));
}

double likelihood(std::span<const Trial> trials, double alpha, double guess) {
    double sum = 0;
    for (const Trial& trial : trials) {
        const double p = chance(trial.level, alpha, guess);
        sum += std::log(trial.right ? p : 1 - p);
    }
    return sum;
}

}  // namespace

double next_level(const LevelRange& range, std::span<const Trial> trials) {
    double level = range.begin;
    int right = 0, turns = 0, way = 0;
    for (const Trial& trial : trials) {
        int now = 0;
        if (!trial.right)
            now = 1;
        else if (++right == kDown)
            now = -1;
        if (now == 0) continue;
        right = 0;
        if (way != 0 && now != way) ++turns;
        way = now;
        const double factor = turns < kCoarseTurns ? kCoarse : kFine;
        level = std::clamp(now > 0 ? level * factor : level / factor, range.least, range.most);
    }
    return level;
}

std::optional<Threshold> threshold_of(std::span<const Trial> trials, double guess) {
    if (trials.size() < kLeastTrials) return std::nullopt;
    double least = trials.front().level, most = least;
    for (const Trial& trial : trials)
        least = std::min(least, trial.level), most = std::max(most, trial.level);
    least = std::max(least, 1e-6) / 4, most = std::max(most, 1e-6) * 4;
    const int count = static_cast<int>(std::log(most / least) / std::log(kGrid)) + 1;
    const auto alpha_of = [&](int at) { return least * std::pow(kGrid, at); };
    // Coarsely first, then finely where the interval may lie.
    std::vector<double> coarse;
    for (int at = 0; at < count; at += kFirst)
        coarse.push_back(likelihood(trials, alpha_of(at), guess));
    const double about = *std::ranges::max_element(coarse);
    const auto near = [&](int cell) {
        const int cells = static_cast<int>(coarse.size());
        for (const int each : {cell - 1, cell, cell + 1, cell + 2})
            if (each >= 0 && each < cells &&
                2 * (about - coarse[static_cast<std::size_t>(each)]) <= kInterval)
                return true;
        return false;
    };
    std::vector<std::pair<double, double>> tried;
    for (int at = 0; at < count; ++at)
        if (near(at / kFirst))
            tried.emplace_back(alpha_of(at), likelihood(trials, alpha_of(at), guess));
    const auto best = *std::ranges::max_element(tried, {}, &std::pair<double, double>::second);
    Threshold found{best.first, best.first, best.first};
    for (const auto& [alpha, value] : tried) {
        if (2 * (best.second - value) > kInterval) continue;
        found.low = std::min(found.low, alpha), found.high = std::max(found.high, alpha);
    }
    return found;
}

}  // namespace underpaint
