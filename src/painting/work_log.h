// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "painting/date.h"

namespace underpaint {

/// A stretch of work on one step of the route.
struct LoggedTime {
    std::string step;  ///< its id; perhaps of one that the route no longer has
    Date day;
    int began = 0;       ///< minutes since midnight, by the painter's clock
    double seconds = 0;  ///< below 0 where the painter took some away
    friend bool operator==(const LoggedTime&, const LoggedTime&) = default;
};

/// The work done on a painting. Undo does not change it.
struct WorkLog {
    std::string id;  ///< of the painting, among those of its painter; empty until work begins
    std::vector<LoggedTime> times;  ///< in the order they were worked
    std::optional<Date> merged;     ///< when a merged copy was last saved
    friend bool operator==(const WorkLog&, const WorkLog&) = default;
};

}  // namespace underpaint
