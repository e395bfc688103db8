// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/naming.h"

#include <algorithm>
#include <cmath>

namespace underpaint {
namespace {

constexpr int kDrawn = 8;

/// Uniform in 0 .. count - 1, the same on every machine.
int draw(std::mt19937_64& random, int count) {
    return static_cast<int>(random() % static_cast<std::uint64_t>(count));
}

DrillCell any_cell(bool neutrals, std::mt19937_64& random) {
    const int first = neutrals ? DrillCell::kNeutral : 0;
    const int hue = first + draw(random, DrillCell::kHues - first);
    const int step =
        DrillCell::kDarkest + draw(random, DrillCell::kLightest - DrillCell::kDarkest + 1);
    return {hue, step};
}

double quantile(std::vector<double> sorted, double share) {
    if (sorted.empty()) return 0;
    const auto at =
        static_cast<std::size_t>(std::lround(share * static_cast<double>(sorted.size() - 1)));
    return sorted[at];
}

}  // namespace

NamingFigures figures_of(std::span<const Naming> namings) {
    NamingFigures figures;
    figures.count = namings.size();
    if (namings.empty()) return figures;
    const auto count = static_cast<double>(namings.size());
    std::vector<double> sizes;
    for (const Naming& naming : namings) {
        figures.bias += naming.error / count;
        figures.error += std::abs(naming.error) / count;
        sizes.push_back(std::abs(naming.error));
    }
    double squares = 0;
    for (const Naming& naming : namings)
        squares += (naming.error - figures.bias) * (naming.error - figures.bias);
    if (namings.size() > 1) figures.spread = std::sqrt(squares / (count - 1));
    std::ranges::sort(sizes);
    figures.low = quantile(sizes, 0.25), figures.high = quantile(sizes, 0.75);
    return figures;
}

std::map<DrillCell, double> errors_by_cell(std::span<const Naming> namings) {
    const double all = figures_of(namings).error;
    std::map<DrillCell, std::pair<double, double>> sums;
    for (const Naming& naming : namings) {
        auto& [sum, count] = sums[naming.cell];
        sum += std::abs(naming.error);
        ++count;
    }
    std::map<DrillCell, double> errors;
    for (const auto& [cell, of] : sums)
        errors[cell] = (of.first + kPriorAnswers * all) / (of.second + kPriorAnswers);
    return errors;
}

std::optional<DrillCell> weakest_cell(std::span<const Naming> namings) {
    const auto errors = errors_by_cell(namings);
    if (errors.empty()) return std::nullopt;
    return std::ranges::max_element(errors, {}, [](const auto& each) { return each.second; })
        ->first;
}

DrillCell next_cell(std::span<const Naming> namings, bool neutrals, std::mt19937_64& random) {
    constexpr std::uint64_t whole = 1'000'000;
    const bool at_random =
        static_cast<double>(random() % whole) < kRandomShare * static_cast<double>(whole);
    DrillCell chosen = any_cell(neutrals, random);
    if (at_random || namings.empty()) return chosen;
    const auto errors = errors_by_cell(namings);
    const double all = figures_of(namings).error;
    const auto error = [&](const DrillCell& cell) {
        const auto found = errors.find(cell);
        return found == errors.end() ? all : found->second;
    };
    for (int i = 1; i < kDrawn; ++i)
        if (const DrillCell other = any_cell(neutrals, random); error(other) > error(chosen))
            chosen = other;
    return chosen;
}

}  // namespace underpaint
