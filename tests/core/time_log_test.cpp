// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include "brief/estimates.h"
#include "brief/time_log.h"
#include "painting/history.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using std::chrono::minutes;
using std::chrono::seconds;

const Moment kNoon{std::chrono::sys_days(std::chrono::year(2026) / 11 / 26) +
                   std::chrono::hours(12)};
const Date kDay = *date_from_iso("2026-11-26");

TEST(WorkClock, CountsActivityAndNotTheClock) {
    WorkClock clock;
    EXPECT_EQ(clock.act(kNoon), seconds(0));
    EXPECT_EQ(clock.act(kNoon + seconds(30)), seconds(30));
    EXPECT_EQ(clock.act(kNoon + seconds(150)),
              seconds(120));                                 // two minutes are a pause for thought
    EXPECT_EQ(clock.act(kNoon + seconds(271)), seconds(0));  // one second more is none
    EXPECT_EQ(clock.act(kNoon + seconds(281)), seconds(10));
}

TEST(WorkClock, AClockSetBackCountsNothingAndGoesOn) {
    WorkClock clock;
    clock.act(kNoon);
    EXPECT_EQ(clock.act(kNoon - std::chrono::hours(1)), seconds(0));
    EXPECT_EQ(clock.act(kNoon - std::chrono::hours(1) + seconds(20)), seconds(20));
    EXPECT_EQ(clock.without_rest(), seconds(20));
}

TEST(WorkClock, KnowsWhenARestIsDueAndWhenThereWasOne) {
    WorkClock clock;
    Moment now = kNoon;
    for (int i = 0; i <= 50; ++i, now += minutes(1)) clock.act(now);
    EXPECT_EQ(clock.without_rest(), WorkClock::kRestDue);
    clock.act(now += minutes(2));  // three minutes: too short for a rest
    EXPECT_GT(clock.without_rest(), WorkClock::kRestDue);
    clock.act(now + WorkClock::kRest);
    EXPECT_EQ(clock.without_rest(), seconds(0));
}

TEST(TimeLog, JoinsWhatGoesOnAndKeepsApartWhatDoesNot) {
    WorkLog log;
    log = with_time(log, {"a", kDay, 600, 60});
    log = with_time(log, {"a", kDay, 601, 90});
    EXPECT_EQ(log.times.size(), 1U);
    log = with_time(log, {"b", kDay, 603, 60});  // another step
    log = with_time(log, {"b", kDay, 700, 60});  // much later
    log = with_time(log, {"b", *date_from_iso("2026-11-27"), 700, 60});
    log = with_time(log, {"b", kDay, 710, 0});  // nothing
    EXPECT_EQ(log.times.size(), 4U);
    EXPECT_DOUBLE_EQ(minutes_on(log, "a"), 2.5);
    EXPECT_DOUBLE_EQ(minutes_on(log, "b"), 3);
    EXPECT_DOUBLE_EQ(minutes_on(log, "c"), 0);
    EXPECT_DOUBLE_EQ(minutes_on_day(log, kDay), 4.5);
}

TEST(TimeLog, IsCorrectedToWhatThePainterSays) {
    WorkLog log{"x", {{"a", kDay, 600, 3600}}, {}};
    log = with_minutes(log, "a", 20, kDay);
    EXPECT_DOUBLE_EQ(minutes_on(log, "a"), 20);
    // What was really worked that day stays for the calendar.
    EXPECT_DOUBLE_EQ(minutes_on_day(log, kDay), 60);
    EXPECT_DOUBLE_EQ(minutes_on(with_minutes(log, "a", -5, kDay), "a"), 0);
    EXPECT_EQ(with_minutes(log, "a", 20, kDay), log);
}

TEST(TimeLog, OfAStepThatWasRemovedIsKept) {
    Painting painting = testing::sealed(testing::ramp({20, 10}));
    painting.brief.route = {"One", {{"a", "A", "", "", {}, 10}}};
    painting.log = {"p", {{"a", kDay, 600, 600}, {"gone", kDay, 700, 600}}, {}};
    EXPECT_DOUBLE_EQ(minutes_by_step(painting.log).at("gone"), 10);
    const auto past = with_painting({}, painting, {true});
    ASSERT_EQ(past.size(), 1U);
    EXPECT_EQ(past.front().minutes.size(), 1U);  // the records are those of the route
}

TEST(TimeLog, ARecordIsReplacedByItsPaintingAndNeedsDoneSteps) {
    Painting painting = testing::sealed(testing::ramp({20, 10}));
    painting.brief.route = {"One", {{"a", "A", "", "", {}, 10}}};
    painting.log = {"p", {{"a", kDay, 600, 600}}, {}};
    EXPECT_TRUE(with_painting({}, painting, {false}).empty());
    auto past = with_painting({}, painting, {true});
    painting.log.times.front().seconds = 1200;
    past = with_painting(past, painting, {true});
    ASSERT_EQ(past.size(), 1U);
    EXPECT_DOUBLE_EQ(past.front().minutes.at("a"), 20);
    painting.log.id.clear();
    EXPECT_EQ(with_painting(past, painting, {true}), past);
}

TEST(TimeLog, GoesAlongThroughUndoAndIsNothingToSave) {
    Painting painting = testing::sealed(testing::ramp({20, 10}));
    History history(painting);
    Painting renamed = painting;
    renamed.name = "Other";
    history.change("Rename", renamed);
    history.mark_saved_as(history.now());
    history.set_log({"p", {{"a", kDay, 600, 60}}, {}});
    EXPECT_TRUE(history.clean());
    WorkLog log = history.now().log;
    history.undo();
    history.set_log(log);
    EXPECT_EQ(history.now().log.times.size(), 1U);
    EXPECT_FALSE(history.clean());
    history.redo();
    history.set_log(log);
    EXPECT_TRUE(history.clean());
}

}  // namespace
}  // namespace underpaint
