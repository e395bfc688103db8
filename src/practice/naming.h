// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <optional>
#include <random>
#include <span>
#include <vector>

#include "practice/drill.h"

namespace underpaint {

/// One answer to a question that is named.
struct Naming {
    DrillCell cell;
    double error = 0;  ///< said less true
    friend bool operator==(const Naming&, const Naming&) = default;
};

/// How well something is named.
struct NamingFigures {
    std::size_t count = 0;
    double bias = 0;    ///< mean error
    double error = 0;   ///< mean of the errors' sizes
    double spread = 0;  ///< standard deviation of the errors; 0 with fewer than two
    /// Half of the answers lie between: quartiles of the errors' sizes.
    double low = 0, high = 0;
};
NamingFigures figures_of(std::span<const Naming> namings);

/// The mean size of errors in each cell that was asked about, drawn toward the mean of all as if
/// kPriorAnswers more had been given: so that one bad answer makes no weakest cell.
std::map<DrillCell, double> errors_by_cell(std::span<const Naming> namings);
inline constexpr double kPriorAnswers = 3;

/// The weakest; nothing before any answer.
std::optional<DrillCell> weakest_cell(std::span<const Naming> namings);

/// The cell of the next question: one in five is any; of the others, the weakest of eight that are
/// drawn, cells that were never asked about counting as the mean. `neutrals` are among the cells.
DrillCell next_cell(std::span<const Naming> namings, bool neutrals, std::mt19937_64& random);
inline constexpr double kRandomShare = 0.2;

}  // namespace underpaint
