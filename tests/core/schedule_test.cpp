// SPDX-License-Identifier: GPL-3.0-or-later
// Schedules against calendars worked by hand.
#include <gtest/gtest.h>

#include <cmath>
#include <map>
#include <random>

#include "brief/estimates.h"
#include "brief/routes.h"
#include "brief/schedule.h"

namespace underpaint {
namespace {

Date date(const char* text) {
    return *date_from_iso(text);
}

Days days(int minutes, std::optional<Date> due = {}) {
    Days result;
    result.minutes = minutes;
    result.due = due;
    return result;
}

const Date kThursday = date("2026-11-26");

TEST(Dates, AreReadAndWrittenAsIso) {
    EXPECT_EQ(iso(date("2028-02-29")), "2028-02-29");
    for (const char* wrong : {"2026-02-29", "2026-13-01", "2026-1-1", "26-01-01", "2026-11-3x", "",
                              "2026/11/30", "0000-01-01", "2026-11-300"})
        EXPECT_FALSE(date_from_iso(wrong)) << wrong;
}

TEST(ScheduleOfSteps, FillsEachDayAndGoesOnTheNext) {
    const auto plan =
        lay_out({{"a", 100}, {"b", 60}, {"c", 90}}, days(90, date("2026-11-30")), kThursday);
    const std::vector<PlannedTime> wanted{{"a", kThursday, 0, 90},
                                          {"a", date("2026-11-27"), 0, 10},
                                          {"b", date("2026-11-27"), 10, 70},
                                          {"c", date("2026-11-27"), 70, 90},
                                          {"c", date("2026-11-28"), 0, 70}};
    EXPECT_EQ(plan.times, wanted);
    EXPECT_EQ(plan.ready, date("2026-11-28"));
    EXPECT_EQ(plan.days_to_spare, 2);
    EXPECT_DOUBLE_EQ(plan.minutes, 250);
    EXPECT_TRUE(plan.drop.empty());
}

TEST(ScheduleOfSteps, WhatWasWorkedTodayIsNoLongerFree) {
    const auto plan = lay_out({{"a", 30}}, days(90), kThursday, 75);
    EXPECT_EQ(plan.times.front(), (PlannedTime{"a", kThursday, 75, 90}));
    EXPECT_EQ(plan.times.back(), (PlannedTime{"a", date("2026-11-27"), 0, 15}));
    // More than a whole day was worked already.
    EXPECT_EQ(lay_out({{"a", 30}}, days(90), kThursday, 500).ready, date("2026-11-27"));
}

TEST(ScheduleOfSteps, PassesOverWeekendsAndSingleDays) {
    Days working = days(60, date("2026-12-01"));
    working.off = {0, 6};
    working.days_off = {date("2026-11-30")};
    // Thursday, Friday; then Tuesday and Wednesday.
    const auto plan = lay_out({{"a", 240}}, working, kThursday);
    EXPECT_EQ(plan.ready, date("2026-12-02"));
    EXPECT_EQ(plan.times[2].day, date("2026-12-01"));
    EXPECT_EQ(plan.days_to_spare, -1);
}

TEST(ScheduleOfSteps, KnowsALeapDay) {
    // 28 and 29 February 2028, then 1 March.
    EXPECT_EQ(lay_out({{"a", 180}}, days(60), date("2028-02-28")).ready, date("2028-03-01"));
    EXPECT_EQ(lay_out({{"a", 180}}, days(60), date("2027-02-28")).ready, date("2027-03-02"));
}

TEST(ScheduleOfSteps, AChangeOfTheClocksMovesNoDay) {
    // Both changes of 2026 in Central Europe, in March and October.
    for (const auto& [from, ready] :
         {std::pair("2026-03-27", "2026-03-31"), {"2026-10-23", "2026-10-27"}})
        EXPECT_EQ(lay_out({{"a", 300}}, days(60), date(from)).ready, date(ready));
}

TEST(ScheduleOfSteps, WithoutTimeNothingIsPromised) {
    for (Days none : {days(0, date("2026-11-30")), [] {
                          Days all = days(90, date("2026-11-30"));
                          all.off = {0, 1, 2, 3, 4, 5, 6};
                          return all;
                      }()}) {
        const auto plan = lay_out({{"a", 30, 0, true}}, none, kThursday);
        EXPECT_FALSE(plan.ready);
        EXPECT_FALSE(plan.days_to_spare);
        EXPECT_TRUE(plan.times.empty());
    }
    // And nothing to do needs none.
    EXPECT_EQ(lay_out({}, days(0), kThursday).ready, kThursday);
}

TEST(ScheduleOfSteps, ADueDateThatHasPassedIsSaidAndNothingDropped) {
    const auto plan =
        lay_out({{"a", 30}, {"b", 30, 0, true}}, days(90, date("2026-11-20")), kThursday);
    EXPECT_EQ(plan.days_to_spare, -6);
    EXPECT_TRUE(plan.drop.empty());
}

TEST(ScheduleOfSteps, DropsTheLeastThatMakesItReadyInTime) {
    // Four hours on two days of ninety minutes: an hour has to go.
    const std::vector<StepToGo> steps{
        {"keep", 60}, {"long", 100, 0, true}, {"short", 20, 0, true}, {"middle", 60, 0, true}};
    EXPECT_EQ(lay_out(steps, days(90, date("2026-11-27")), kThursday).drop,
              std::vector<std::string>{"middle"});
    // With a day less only all that is spare but the shortest may stay away.
    EXPECT_EQ(lay_out(steps, days(90, kThursday), kThursday).drop,
              (std::vector<std::string>{"long", "middle"}));
    // And where what has to be done is too much already, nothing helps.
    EXPECT_TRUE(
        lay_out({{"keep", 300}, {"s", 10, 0, true}}, days(90, kThursday), kThursday).drop.empty());
}

TEST(ScheduleOfSteps, PaintOnCanvasDriesBeforeTheNextStep) {
    Days canvas = days(90);
    canvas.canvas = true;
    const auto plan = lay_out({{"a", 60, 2}, {"b", 60, 3}}, canvas, kThursday);
    EXPECT_EQ(plan.times[1], (PlannedTime{"b", date("2026-11-29"), 0, 60}));
    EXPECT_EQ(plan.ready, date("2026-12-02"));  // dry, not only painted
    canvas.canvas = false;
    EXPECT_EQ(lay_out({{"a", 60, 2}, {"b", 60, 3}}, canvas, kThursday).ready, date("2026-11-27"));
}

/// A calendar kept by hand, minute by minute.
struct ByHand {
    std::optional<Date> ready;
    std::map<std::pair<std::string, Date>, int> minutes;
};
ByHand worked_by_hand(const std::vector<StepToGo>& steps, const Days& days, Date today,
                      int worked) {
    ByHand result;
    std::chrono::local_days day(today);
    const std::chrono::local_days end = day + std::chrono::days(2000);
    int left_today = days.minutes - worked;
    std::chrono::local_days done = day;
    const auto free_day = [&] {
        const auto weekday = std::chrono::weekday(day).c_encoding();
        return days.off.count(weekday) > 0 || days.days_off.count(Date(day)) > 0;
    };
    for (const StepToGo& step : steps) {
        for (int minute = 0; minute < static_cast<int>(step.minutes); ++minute) {
            while (free_day() || left_today <= 0) {
                day += std::chrono::days(1);
                left_today = days.minutes;
                if (day > end) return result;
            }
            ++result.minutes[{step.step, Date(day)}];
            --left_today;
            done = day;
        }
        if (days.canvas && step.drying > 0 && step.minutes > 0) {
            done = day + std::chrono::days(step.drying);
            day = done + std::chrono::days(1);
            left_today = days.minutes;
        }
    }
    result.ready = Date(done);
    return result;
}

TEST(ScheduleOfSteps, IsTheSameAsACalendarKeptMinuteByMinute) {
    std::mt19937 random(20261127);
    const auto any = [&](int most) {
        return static_cast<int>(random() % static_cast<unsigned>(most + 1));
    };
    for (int trial = 0; trial < 300; ++trial) {
        std::vector<StepToGo> steps;
        for (int i = any(6); i >= 0; --i)
            steps.push_back({std::string(1, static_cast<char>('a' + i)),
                             static_cast<double>(any(400)), any(3)});
        Days working = days(15 + any(200));
        for (unsigned weekday = 0; weekday < 7; ++weekday)
            if (any(3) == 0 && working.off.size() < 6) working.off.insert(weekday);
        const Date today(days_of(date("2027-12-20")) + std::chrono::days(any(120)));
        for (int i = any(5); i > 0; --i)
            working.days_off.insert(Date(days_of(today) + std::chrono::days(any(15))));
        working.canvas = any(1) == 1;
        const int worked = any(100);
        const Schedule plan = lay_out(steps, working, today, worked);
        const ByHand hand = worked_by_hand(steps, working, today, worked);
        EXPECT_EQ(plan.ready, hand.ready) << trial;
        std::map<std::pair<std::string, Date>, int> planned;
        for (const PlannedTime& time : plan.times)
            planned[{time.step, time.day}] += static_cast<int>(std::lround(time.to - time.from));
        EXPECT_EQ(planned, hand.minutes) << trial;
    }
}

TEST(Estimates, AreTheMedianOfTheLastFivePaintingsOfTheRoute) {
    const Route& route = usual_routes().front();
    const RouteStep& values = *step_of(route, "values");
    std::vector<PastPainting> past;
    EXPECT_DOUBLE_EQ(estimate(route, values, "", past), values.usual);
    const auto add = [&](const char* id, double minutes, const std::string& name) {
        past.push_back({id, name, {{"values", minutes}}});
    };
    add("1", 500, route.name);  // too long ago to count
    for (const auto& [id, minutes] : {std::pair("2", 30.0), {"3", 90.0}, {"4", 40.0}, {"5", 60.0}})
        add(id, minutes, route.name);
    add("other", 5, "Late effects");
    add("6", 50, route.name);
    EXPECT_DOUBLE_EQ(estimate(route, values, "", past), 50);
    // The painting itself does not judge itself: four are left, and the old one.
    EXPECT_DOUBLE_EQ(estimate(route, values, "3", past), 50);
    EXPECT_DOUBLE_EQ(estimate(route, values, "5", past), 50);
    // Of an even number it lies between the two in the middle.
    EXPECT_DOUBLE_EQ(
        estimate(route, values, "",
                 {{"1", route.name, {{"values", 30}}}, {"2", route.name, {{"values", 50}}}}),
        40);
}

TEST(Estimates, WhatIsToGoIsLessWhatWasDone) {
    Brief brief;
    brief.route = {"Two", {{"a", "A", "", "", {}, 100, true, 1}, {"b", "B", "", "", {}, 50}}};
    WorkLog log{"x", {{"a", kThursday, 600, 30 * 60.0}, {"b", kThursday, 700, 90 * 60.0}}, {}};
    const auto steps = to_go(brief, log, {false, false}, {});
    ASSERT_EQ(steps.size(), 2U);
    EXPECT_DOUBLE_EQ(steps[0].minutes, 70);
    EXPECT_TRUE(steps[0].spare);
    EXPECT_EQ(steps[0].drying, 1);
    // Longer than thought already: a tenth is still needed.
    EXPECT_DOUBLE_EQ(steps[1].minutes, 5);
    EXPECT_EQ(to_go(brief, log, {true, false}, {}).size(), 1U);
}

}  // namespace
}  // namespace underpaint
