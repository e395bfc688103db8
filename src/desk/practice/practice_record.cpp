// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/practice_record.h"

#include <algorithm>
#include <span>

#include "desk/work/time_keeper.h"

namespace underpaint {
namespace {

constexpr auto kMonth = std::chrono::days(30);

}  // namespace

DrillRecord read_drill(const Logbook& book, DrillKind kind, std::size_t count) {
    DrillRecord record;
    const auto answers = book.answers(kind, kRemembered);
    if (!answers) return record;
    DrillStanding& standing = record.standing;
    standing.count = count;
    const std::span all(*answers);
    standing.recent = figures_of(all.last(std::min(kRecent, all.size())));
    std::vector<LoggedAnswer> before;
    for (const LoggedAnswer& each : all)
        if (each.when <= moment_now() - kMonth) before.push_back(each);
    if (!before.empty())
        standing.before = figures_of(std::span(before).last(std::min(kRecent, before.size())));
    for (const LoggedAnswer& each : all) {
        record.namings.push_back({each.cell, each.error});
        record.trials.push_back({each.level, each.right});
    }
    if (const int choices = text_of(kind).choices; choices > 0)
        standing.threshold = threshold_of(record.trials, 1.0 / choices);
    return record;
}

PracticeRecord read_practice(const Logbook& book, DrillKind kind) {
    PracticeRecord record;
    const auto counts = book.counts().value_or(std::vector<std::size_t>(kDrills.size()));
    for (std::size_t i = 0; i < kDrills.size(); ++i)
        record.drills[i] = read_drill(book, kDrills[i].kind, counts[i]);
    record.drills[static_cast<std::size_t>(kind)].weeks =
        book.weeks(kind).value_or(std::vector<Logbook::Stretch>{});
    record.weeks = book.minutes_by_week().value_or(std::vector<Logbook::Stretch>{});
    const auto today = std::chrono::floor<std::chrono::days>(moment_now());
    record.yesterday = book.minutes_between(today - std::chrono::days(1), today).value_or(0);
    return record;
}

void read_weeks_from(const Logbook& book, DrillKind kind, std::chrono::sys_seconds answer,
                     std::vector<Logbook::Stretch>& weeks) {
    const auto from = monday_of(std::chrono::floor<std::chrono::days>(answer));
    const auto again = book.weeks(kind, from);
    if (!again) return;
    weeks.erase(std::ranges::lower_bound(weeks, from, {}, &Logbook::Stretch::begins), weeks.end());
    weeks.insert(weeks.end(), again->begin(), again->end());
}

}  // namespace underpaint
