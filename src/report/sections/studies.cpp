// SPDX-License-Identifier: GPL-3.0-or-later
// The painter's studies: how many of each kind against the goals, and the latest ones.
#include <fmt/format.h>

#include <algorithm>

#include "painting/date.h"
#include "practice/goals.h"
#include "report/sections.h"

namespace underpaint {
namespace {

constexpr std::size_t kLastStudies = 12;

std::string day_of(std::chrono::sys_seconds when) {
    return iso(Date(std::chrono::floor<std::chrono::days>(when)));
}

std::string took(double minutes) {
    return minutes > 0 ? minutes_in_words(minutes) : "–";
}

}  // namespace

std::vector<Block> studies_section(const SectionRequest& asked) {
    const StudyRecord* record = asked.matter.studies;
    if (record == nullptr || record->studies.empty()) return {};
    const auto day = date_from_iso(asked.matter.date);
    const std::chrono::sys_seconds now =
        day ? std::chrono::sys_days(*day) + std::chrono::days(1) : std::chrono::sys_seconds();
    ReportTable kinds{{"Kind", "Done", "Set out to do", "Took", "First", "Last"}, {}};
    for (const StudyKindText& kind : kStudyKinds) {
        std::vector<StudyDone> done;
        std::vector<double> figures;
        for (const LoggedStudy& study : record->studies)
            if (study.kind == kind.kind)
                done.push_back({study.when, study.minutes}), figures.push_back(study.figure);
        const GoalStanding standing = goal_standing(done, goal_of(record->goals, kind.kind), now);
        if (done.empty() && standing.wanted == 0) continue;
        const auto figure = [&](double value) { return main_figure_in_words(kind.kind, value); };
        kinds.rows.push_back({{std::string(kind.label)},
                              {std::to_string(standing.done)},
                              {standing.wanted > 0 ? std::to_string(standing.wanted) : "–"},
                              {took(standing.minutes.value_or(0))},
                              {figures.empty() ? "–" : figure(figures.front())},
                              {figures.empty() ? "–" : figure(figures.back())}});
    }
    ReportTable last{{"Study", "Day", "Kind", "Took", "Figure"}, {}};
    const std::size_t from =
        record->studies.size() > kLastStudies ? record->studies.size() - kLastStudies : 0;
    for (std::size_t i = record->studies.size(); i-- > from;) {
        const LoggedStudy& study = record->studies[i];
        last.rows.push_back({{study.name},
                             {day_of(study.when)},
                             {std::string(text_of(study.kind).label)},
                             {took(study.minutes)},
                             {main_figure_in_words(study.kind, study.figure)}});
    }
    return {std::move(kinds), std::move(last)};
}

}  // namespace underpaint
