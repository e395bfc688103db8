// SPDX-License-Identifier: GPL-3.0-or-later
// What was asked for and how it went: the brief, the route and its time, versions, saves.
#include <fmt/chrono.h>
#include <fmt/format.h>

#include <numeric>

#include "files/kept_pictures.h"
#include "painting/stage.h"
#include "painting/version_changes.h"
#include "report/sections.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr int kVersionsInARow = 3;

std::string minutes_in_words(double minutes) {
    const int whole = static_cast<int>(std::lround(minutes));
    return whole < 60 ? fmt::format("{} min", whole)
                      : fmt::format("{} h {:02} min", whole / 60, whole % 60);
}

}  // namespace

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

std::vector<Block> versions_section(const SectionRequest& asked) {
    const Painting& painting = asked.matter.painting;
    if (painting.versions.size() < 2) return {};
    std::vector<Block> blocks;
    ReportTable table{{"Version", "How it came about", "Why"}, {}};
    for (std::size_t i = 0; i < painting.versions.size(); ++i) {
        const Version& version = painting.versions[i];
        const Painting seen = as_seen(as_version(painting, version.id));
        auto picture = picture_after(seen, seen.passes.size(), asked.picture_side / kVersionsInARow,
                                     asked.stop);
        if (!picture) return {};
        if (i % kVersionsInARow == 0) blocks.emplace_back(PictureRow{});
        const std::string name = shown_name(version.name);
        std::get<PictureRow>(blocks.back())
            .pictures.push_back(
                {std::move(*picture), fmt::format("{} {}", i + 1, name), "The version " + name});
        table.rows.push_back({{name + (version.id == painting.version ? ", chosen" : ""), {}},
                              {version.from.empty() ? "–" : version.from, {}},
                              {version.note.empty() ? "–" : version.note, {}}});
    }
    blocks.emplace_back(std::move(table));
    return blocks;
}

std::vector<Block> saves_section(const SectionRequest& asked) {
    const auto& saves = asked.matter.painting.saves.saves();
    if (saves.empty()) return {};
    ReportTable table{{"Save", "Value", "Focus", "Swing", "What changed"}, {}};
    for (const KeptSave& save : saves) {
        std::vector<Cell> row{
            {fmt::format("{}, {:%Y-%m-%d %H:%M} UTC", save.number,
                         fmt::gmtime(std::chrono::system_clock::to_time_t(save.when))),
             {}}};
        for (const SaveFigure& figure : save.figures)
            row.push_back(figure.balance.empty() ? Cell{"–", {}}
                                                 : Cell{figure.balance, figure.verdict});
        std::string changed = save.changed;
        if (!save.layers.empty()) changed += (changed.empty() ? "" : ". ") + save.layers;
        if (save.meant) changed += changed.empty() ? "intended" : "; intended";
        if (save.meant && !save.meant->empty()) changed += ": " + *save.meant;
        row.push_back({changed.empty() ? "values stand" : changed, {}});
        table.rows.push_back(std::move(row));
    }
    return {std::move(table)};
}

}  // namespace underpaint
