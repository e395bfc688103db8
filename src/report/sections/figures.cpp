// SPDX-License-Identifier: GPL-3.0-or-later
// What was measured: at the end, pass by pass, and what slipped.
#include <fmt/format.h>

#include "report/sections.h"
#include "terms/figures.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

/// What a measure is judged by, in words and in the unit of its figure: "held up to 0.25, lost
/// beyond 0.50".
std::string budget_in_words(const MeasureRecord& measure, const Audit& audit, const PassAudit& pass,
                            bool as_share) {
    const auto bounds = measure.bounds != nullptr ? measure.bounds(audit, pass) : std::nullopt;
    if (!bounds) return {};
    const auto figure = [&](double v) {
        return as_share ? fmt::format("{:.3g}%", 100 * v) : fmt::format("{:.2f}", v);
    };
    const std::string held = figure(bounds->held), lost = figure(bounds->lost);
    return bounds->better == Better::small
               ? fmt::format("held up to {}, lost beyond {}", held, lost)
               : fmt::format("held from {}, lost below {}", held, lost);
}

}  // namespace

Cell cell_of(const MeasureRecord& measure, const PassAudit& pass) {
    const auto words = measure.words != nullptr ? measure.words(pass) : std::nullopt;
    if (!words) return {"–", {}};
    return {words->now, measure.judged ? std::optional(words->verdict) : std::nullopt};
}

MarkedLines lines_of_state(const Audit& audit, const PassAudit& state) {
    MarkedLines lines;
    for (const MeasureRecord* measure : kMeasures) {
        if (measure->words == nullptr) continue;
        const auto now = measure->words(state), sealed = measure->words(audit.ground);
        // What nobody asked for is not judged and not reported.
        if (!now || (measure->judged && now->verdict == Verdict::open)) continue;
        std::string text = now->now;
        if (now->balance != now->now) text += ", " + now->balance + " kept";
        if (sealed && !sealed->now.empty()) text += "; sealed " + sealed->now;
        const bool as_share = now->balance.ends_with('%');
        lines.lines.push_back({measure->judged ? std::optional(now->verdict) : std::nullopt,
                               std::string(measure->label),
                               std::move(text),
                               budget_in_words(*measure, audit, state, as_share),
                               {}});
    }
    return lines;
}

std::vector<Block> became_section(const SectionRequest& asked) {
    const Audit& audit = asked.matter.audit;
    if (audit.passes.empty()) return {};
    return {lines_of_state(audit, audit.passes.back())};
}

std::vector<Block> passes_section(const SectionRequest& asked) {
    const Audit& audit = asked.matter.audit;
    if (audit.passes.empty()) return {};
    ReportTable table{{"Pass"}, {}};
    std::vector<const MeasureRecord*> shown;
    for (const MeasureRecord* measure : kMeasures)
        if (measure->column || measure == &kRangeMeasure) shown.push_back(measure);
    for (const MeasureRecord* measure : shown) table.columns.emplace_back(measure->label);
    table.columns.emplace_back("Its own drift");
    for (const PassAudit& pass : audit.passes) {
        std::vector<Cell> row{{fmt::format("{} {}", pass.index, shown_name(pass.name)), {}}};
        for (const MeasureRecord* measure : shown) row.push_back(cell_of(*measure, pass));
        row.push_back({fmt::format("{:.2f}", pass.value.own.p95), {}});
        table.rows.push_back(std::move(row));
    }
    return {std::move(table)};
}

std::vector<Block> findings_section(const SectionRequest& asked) {
    MarkedLines lines;
    for (const Finding& finding : asked.matter.findings)
        lines.lines.push_back({finding.verdict, {}, finding.text, {}, finding.meant});
    if (lines.lines.empty()) return {};
    return {std::move(lines)};
}

}  // namespace underpaint
