// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "audit/audit.h"
#include "audit/values_audit.h"
#include "brief/picture_figures.h"

namespace underpaint {

/// Figures of a painting, from a small copy, that tell how it stands to its brief.
struct WorkFigures {
    PictureFigures finished;       ///< the picture after all passes
    double covered = 0;            ///< share 0..1 of the picture that the parts cover by half
    std::size_t slivers = 0;       ///< see find_slivers()
    std::vector<double> coloured;  ///< share 0..1 of each part whose colour passes have changed
};
std::optional<WorkFigures> measure_work(const Painting& painting, Reader reader,
                                        const std::stop_token& stop = {});

/// All that a painting's standing is told from. What is null was not measured yet.
struct Measured {
    const WorkFigures* work = nullptr;
    const ValuesAudit* values = nullptr;
    const Audit* audit = nullptr;
    HouseRules own_rules = {};
};

/// A line of the brief that is set, beside what the picture has.
struct BriefLine {
    std::string_view id;     ///< in JSON
    std::string_view label;  ///< on screen
    std::string asked, now;  ///< in words; `now` is empty where it was not measured
    Verdict verdict = Verdict::open;
};
/// Lead, key and range are those of the plan. Lines that are left open are left out.
std::vector<BriefLine> lines_of(const Painting& painting, const Measured& measured);

/// One step of the route.
struct StepStanding {
    bool done = false;
    bool by_hand = false;  ///< nothing of it is measured
    std::string words;     ///< what stands, or what is missing: "6 parts cover 91%; not sealed"
};
/// In the order of the route.
std::vector<StepStanding> standing_of(const Painting& painting, const Measured& measured);
/// The step that is worked on: the one that the painter took, or the first that is not done;
/// nothing when all are.
std::optional<std::size_t> step_in_hand(const Brief& brief,
                                        const std::vector<StepStanding>& standing);
/// The step that the work has come to when that lies beyond the one in hand: of a painting that is
/// sealed the first on the Passes bench that is not done. Nothing where the route is followed.
std::optional<std::size_t> step_ahead(const Painting& painting,
                                      const std::vector<StepStanding>& standing);
std::vector<bool> done_steps(const std::vector<StepStanding>& standing);

inline constexpr double kCovered = 0.98;      ///< share of the picture that parts have to cover
inline constexpr double kColoured = 0.5;      ///< share of a part that has to have a colour
inline constexpr double kMotherSlack = 0.03;  ///< below the share of the mother colour

}  // namespace underpaint
