// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <vector>

#include "files/logbook.h"
#include "practice/naming.h"
#include "practice/staircase.h"

namespace underpaint {

/// Results of one kind of drill.
struct DrillStanding {
    std::size_t count = 0;
    AnswerFigures recent;                 ///< over the last kRecent answers
    std::optional<AnswerFigures> before;  ///< over as many, up to a month ago
    std::optional<Threshold> threshold;
};

/// The part of the logbook that one kind of drill is asked and charted by.
struct DrillRecord {
    DrillStanding standing;
    std::vector<Naming> namings;  ///< of the last kRemembered answers
    std::vector<Trial> trials;    ///< of the same
    std::vector<Logbook::Stretch> weeks;
};

/// The part of the logbook that the bench shows.
struct PracticeRecord {
    std::array<DrillRecord, kDrills.size()> drills;  ///< only the asked kind has its weeks
    std::vector<Logbook::Stretch> weeks;             ///< minutes of all drills and studies
    double yesterday = 0;                            ///< minutes, in UTC
};

inline constexpr std::size_t kRecent = 40, kRemembered = 400;

/// \param count answers of that kind that there are
DrillRecord read_drill(const Logbook& book, DrillKind kind, std::size_t count);
/// All of it, with the weeks of one kind. A logbook of 50,000 answers takes 60 ms.
PracticeRecord read_practice(const Logbook& book, DrillKind kind);
/// Weeks as they were read before, with those from an answer's week on read again.
void read_weeks_from(const Logbook& book, DrillKind kind, std::chrono::sys_seconds answer,
                     std::vector<Logbook::Stretch>& weeks);

}  // namespace underpaint
