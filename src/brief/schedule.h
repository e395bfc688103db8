// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "painting/brief.h"

namespace underpaint {

/// The work left in one step.
struct StepToGo {
    std::string step;
    double minutes = 0;
    int drying = 0;      ///< days without work after it
    bool spare = false;  ///< it can be left out
};

/// Work on one step on one day.
struct PlannedTime {
    std::string step;
    Date day;
    double from = 0, to = 0;  ///< minutes into the working time of that day
    friend bool operator==(const PlannedTime&, const PlannedTime&) = default;
};

/// The steps laid on a calendar.
struct Schedule {
    std::vector<PlannedTime> times;  ///< in order
    double minutes = 0;              ///< to go, all together
    /// When the last step is done, and dry where it has to dry; nothing when there is no time to
    /// work at all (no minutes a day, every day off), today when nothing is left to do.
    std::optional<Date> ready;
    std::optional<int> days_to_spare;  ///< from there to the due date; below 0: too late
    /// When it comes too late: spare steps without which it is ready in time, those that leave the
    /// most work in; empty when even all of them are not enough.
    std::vector<std::string> drop;
};

/// Steps one after the other, each as soon as there is time; the rest of a day is begun with the
/// next step. \param worked minutes already worked today
Schedule lay_out(const std::vector<StepToGo>& steps, const Days& days, Date today,
                 double worked = 0);

/// Whether there is work on a day.
bool works_on(const Days& days, Date day);

/// No calendar is made beyond so many days.
inline constexpr int kMostDays = 3660;

}  // namespace underpaint
