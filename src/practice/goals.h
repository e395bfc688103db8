// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <optional>
#include <span>

#include "practice/study.h"

namespace underpaint {

/// A goal: so many studies of a kind.
struct StudyGoal {
    StudyKind kind = StudyKind::two;
    int count = 0;         ///< 0: no goal
    bool doubles = false;  ///< each time it is reached: what has become easy is doubled
    friend bool operator==(const StudyGoal&, const StudyGoal&) = default;
};
/// The goal of a kind; without a count where there is none.
StudyGoal goal_of(std::span<const StudyGoal> goals, StudyKind kind);

/// A study that was done.
struct StudyDone {
    std::chrono::sys_seconds when{};
    double minutes = 0;  ///< that it took; 0: not said
};

/// How studies of one kind stand to a goal.
struct GoalStanding {
    int done = 0;
    int wanted = 0;                 ///< 0: no goal; of one that doubles, what it has come to
    std::optional<double> minutes;  ///< median of those that were said
    /// When the goal is reached at the pace of the last kPaceDays; nothing where there was no study
    /// in them, no goal, or it is reached.
    std::optional<std::chrono::sys_days> through;
    bool reached() const { return wanted > 0 && done >= wanted; }
};
/// \param studies of one kind, in any order; those of after `now`, by a clock that was set back,
/// count as done and for no pace
GoalStanding goal_standing(std::span<const StudyDone> studies, const StudyGoal& goal,
                           std::chrono::sys_seconds now);
inline constexpr std::chrono::days kPaceDays{28};
/// Later than this is no date that somebody plans by.
inline constexpr std::chrono::days kLatestThrough{3 * 365};

}  // namespace underpaint
