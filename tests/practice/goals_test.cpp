// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/goals.h"

#include <gtest/gtest.h>

#include "brief/estimates.h"
#include "practice/study.h"

namespace underpaint {
namespace {

using std::chrono::days;
using std::chrono::sys_days;
const sys_days kToday = std::chrono::year(2026) / 12 / 1;
StudyGoal two(int count, bool doubles = false) {
    return {StudyKind::two, count, doubles};
}

TEST(Goals, AreReachedAtThePaceOfTheLastFourWeeks) {
    std::vector<StudyDone> studies;
    for (int i = 0; i < 8; ++i) studies.push_back({kToday - days(3 * i + 1), 20.0 + i});
    const GoalStanding standing = goal_standing(studies, two(15), kToday);
    EXPECT_EQ(standing.done, 8);
    ASSERT_TRUE(standing.minutes);
    EXPECT_NEAR(*standing.minutes, 23.5, 1e-9);
    // Seven more at eight in 28 days: 24.5 days.
    ASSERT_TRUE(standing.through);
    EXPECT_EQ(*standing.through, kToday + days(25));
    EXPECT_FALSE(goal_standing(studies, two(8), kToday).through) << "reached";
    EXPECT_TRUE(goal_standing(studies, two(8), kToday).reached());
    EXPECT_FALSE(goal_standing(studies, two(0), kToday).through) << "no goal";
    EXPECT_FALSE(goal_standing(studies, two(0), kToday).reached());
}

TEST(Goals, WhatIsOldOrInTheFutureMakesNoPace) {
    const std::vector<StudyDone> old{{kToday - days(40), 0}, {kToday + days(2), 30}};
    const GoalStanding standing = goal_standing(old, two(5), kToday);
    EXPECT_EQ(standing.done, 2);
    EXPECT_FALSE(standing.through);
    EXPECT_NEAR(*standing.minutes, 30, 1e-9) << "only what was said";
    const std::vector<StudyDone> slow{{kToday - days(1), 0}};
    EXPECT_FALSE(goal_standing(slow, two(200), kToday).through) << "in fifteen years";
    EXPECT_FALSE(goal_standing({}, two(5), kToday).minutes);
}

TEST(Goals, OneThatDoublesIsNeverReached) {
    std::vector<StudyDone> studies;
    const auto wanted = [&](std::size_t done, int count) {
        studies.assign(done, {kToday - days(1), 0});
        const GoalStanding standing = goal_standing(studies, two(count, true), kToday);
        EXPECT_FALSE(standing.reached());
        return standing.wanted;
    };
    EXPECT_EQ(wanted(4, 5), 5);
    EXPECT_EQ(wanted(5, 5), 10);
    EXPECT_EQ(wanted(9, 5), 10);
    EXPECT_EQ(wanted(10, 5), 20);
    EXPECT_EQ(wanted(41, 5), 80);
    EXPECT_EQ(wanted(41, 0), 0) << "no goal stays none";
    EXPECT_EQ(goal_of({}, StudyKind::full), (StudyGoal{StudyKind::full, 0}));
}

TEST(Goals, WhatStudiesTookStandsInForPaintingsThatWereNotYet) {
    const Route route{"Grey to colour", {}};
    RouteStep step;
    step.id = std::string(text_of(StudyKind::full).prepares);
    step.usual = 70;
    std::vector<PastPainting> past;
    EXPECT_NEAR(estimate(route, step, "now", past), 70, 1e-9);
    past.push_back({"study-1", kStudies, {{step.id, 110}}});
    past.push_back({"study-2", kStudies, {{step.id, 90}}});
    EXPECT_NEAR(estimate(route, step, "now", past), 100, 1e-9);
    past.push_back({"other", "Another route", {{step.id, 10}}});
    EXPECT_NEAR(estimate(route, step, "now", past), 100, 1e-9);
    past.push_back({"older", route.name, {{step.id, 55}}});
    EXPECT_NEAR(estimate(route, step, "now", past), 55, 1e-9) << "a painting counts for more";
}

}  // namespace
}  // namespace underpaint
