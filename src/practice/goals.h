// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <optional>
#include <span>

namespace underpaint {

/// A study that was done.
struct StudyDone {
    std::chrono::sys_seconds when{};
    double minutes = 0;  ///< that it took; 0: not said
};

/// How studies of one kind stand to a goal.
struct GoalStanding {
    int done = 0;
    int wanted = 0;                 ///< 0: no goal
    std::optional<double> minutes;  ///< median of those that were said
    /// When the goal is reached at the pace of the last kPaceDays; nothing where there was no study
    /// in them, no goal, or it is reached.
    std::optional<std::chrono::sys_days> through;
    bool reached() const { return wanted > 0 && done >= wanted; }
};
/// \param studies of one kind, in any order; those of after `now`, by a clock that was set back,
/// count as done and for no pace
GoalStanding goal_standing(std::span<const StudyDone> studies, int wanted,
                           std::chrono::sys_seconds now);
inline constexpr std::chrono::days kPaceDays{28};
/// Later than this is no date that somebody plans by.
inline constexpr std::chrono::days kLatestThrough{3 * 365};

}  // namespace underpaint
