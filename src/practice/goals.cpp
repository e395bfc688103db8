// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/goals.h"

#include <algorithm>
#include <cmath>
#include <vector>

namespace underpaint {

StudyGoal goal_of(std::span<const StudyGoal> goals, StudyKind kind) {
    const auto found = std::ranges::find(goals, kind, &StudyGoal::kind);
    return found == goals.end() ? StudyGoal{kind} : *found;
}

GoalStanding goal_standing(std::span<const StudyDone> studies, const StudyGoal& goal,
                           std::chrono::sys_seconds now) {
    GoalStanding standing;
    standing.done = static_cast<int>(studies.size());
    standing.wanted = std::max(0, goal.count);
    while (goal.doubles && standing.reached()) standing.wanted *= 2;
    std::vector<double> minutes;
    int lately = 0;
    for (const StudyDone& study : studies) {
        if (study.minutes > 0) minutes.push_back(study.minutes);
        lately += study.when <= now && study.when > now - kPaceDays;
    }
    if (!minutes.empty()) {
        std::ranges::sort(minutes);
        const std::size_t middle = minutes.size() / 2;
        standing.minutes =
            minutes.size() % 2 == 1 ? minutes[middle] : (minutes[middle - 1] + minutes[middle]) / 2;
    }
    if (lately > 0 && standing.done < standing.wanted) {
        const double days =
            std::ceil((standing.wanted - standing.done) * double(kPaceDays.count()) / lately);
        if (days <= double(kLatestThrough.count()))
            standing.through =
                std::chrono::floor<std::chrono::days>(now) + std::chrono::days(std::lround(days));
    }
    return standing;
}

}  // namespace underpaint
