// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <map>
#include <string>

#include "painting/work_log.h"

namespace underpaint {

/// Minutes worked on a step, never below 0.
double minutes_on(const WorkLog& log, const std::string& step);
/// The same of all steps, those that the route no longer has among them.
std::map<std::string, double> minutes_by_step(const WorkLog& log);
double minutes_on_day(const WorkLog& log, Date day);

/// Work that goes on where the last stretch of the same step and day ended is one stretch with it.
WorkLog with_time(WorkLog log, const LoggedTime& time);
/// Sets the minutes of a step as the painter states them: the difference is logged as a stretch of
/// its own.
WorkLog with_minutes(WorkLog log, const std::string& step, double minutes, Date day);

/// A moment on a clock that the painter may set.
using Moment = std::chrono::sys_seconds;

/// Tells work from the clock: what is done within two minutes of what was done before is work.
/// Knows no clock of its own.
class WorkClock {
public:
    /// Something was done. Returns the work since the last time, 0 after a pause or when the clock
    /// went back.
    std::chrono::seconds act(Moment now);
    /// Nothing more is done for now; the next act begins anew.
    void stop() { last_.reset(); }
    /// Work at a stretch: since the last pause of kRest or more.
    std::chrono::seconds without_rest() const { return stretch_; }

    static constexpr std::chrono::minutes kIdle{2};
    /// A pause that rests eyes and hands.
    static constexpr std::chrono::minutes kRest{5};
    /// Work at a stretch after which a rest is due.
    static constexpr std::chrono::minutes kRestDue{50};

private:
    std::optional<Moment> last_, last_ever_;
    std::chrono::seconds stretch_{0};
};

}  // namespace underpaint
