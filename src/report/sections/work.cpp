// SPDX-License-Identifier: GPL-3.0-or-later
// What was asked for and how it went: the brief, the route and its time.
#include <fmt/format.h>

#include <numeric>

#include "report/sections.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {}  // namespace

std::string minutes_in_words(double minutes) {
    const int whole = static_cast<int>(std::lround(minutes));
    return whole < 60 ? fmt::format("{} min", whole)
                      : fmt::format("{} h {:02} min", whole / 60, whole % 60);
}

std::vector<Block> brief_section(const SectionRequest& asked) {
    ReportTable table{{"", "Asked", "Now"}, {}};
    for (const BriefLine& line : asked.matter.brief.lines)
        table.rows.push_back({{std::string(line.label), {}},
                              {line.asked, {}},
                              {line.now.empty() ? "–" : line.now, line.verdict}});
    if (table.rows.empty()) return {};
    return {std::move(table)};
}

std::vector<Block> time_section(const SectionRequest& asked) {
    const Painting& painting = asked.matter.painting;
    const BriefReport& brief = asked.matter.brief;
    const auto& steps = painting.brief.route.steps;
    if (steps.empty()) return {};
    ReportTable table{{"Step", "Took", "Usual", "How it stands"}, {}};
    for (std::size_t i = 0; i < steps.size() && i < brief.steps.size(); ++i) {
        const StepStanding& standing = brief.steps[i];
        const double taken = i < brief.taken.size() ? brief.taken[i] : 0;
        table.rows.push_back({{shown_name(steps[i].name), {}},
                              {taken < 0.5 ? "–" : minutes_in_words(taken), {}},
                              {i < brief.usual.size() ? minutes_in_words(brief.usual[i]) : "–", {}},
                              {(standing.done ? "done" : "open") +
                                   (standing.words.empty() ? "" : ": " + standing.words),
                               {}}});
    }
    const double whole = std::accumulate(brief.taken.begin(), brief.taken.end(), 0.0);
    return {Paragraph{fmt::format("Route: {}. {} so far.", shown_name(painting.brief.route.name),
                                  minutes_in_words(whole))},
            std::move(table)};
}

}  // namespace underpaint
