// SPDX-License-Identifier: GPL-3.0-or-later
// What was measured: at the end, pass by pass, and what slipped.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "audit/ramps.h"
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

std::vector<Block> became_section(const SectionRequest& asked) {
    const Audit& audit = asked.matter.audit;
    if (audit.passes.empty()) return {};
    const PassAudit& last = audit.passes.back();
    MarkedLines lines;
    for (const MeasureRecord* measure : kMeasures) {
        if (measure->words == nullptr) continue;
        const auto now = measure->words(last), sealed = measure->words(audit.ground);
        // What nobody asks for is not judged, and no news.
        if (!now || (measure->judged && now->verdict == Verdict::open)) continue;
        std::string text = now->now;
        if (now->balance != now->now) text += ", " + now->balance + " kept";
        if (sealed && !sealed->now.empty()) text += "; sealed " + sealed->now;
        const bool as_share = now->balance.ends_with('%');
        lines.lines.push_back({measure->judged ? std::optional(now->verdict) : std::nullopt,
                               std::string(measure->label),
                               std::move(text),
                               budget_in_words(*measure, audit, last, as_share),
                               {}});
    }
    return {std::move(lines)};
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

namespace {

/// A line for the value of each pass that a figure is told of.
template <class Figure>
LineChart::Series series_of(const Audit& audit, std::string name, Figure figure) {
    LineChart::Series series{std::move(name), {figure(audit.ground)}};
    for (const PassAudit& pass : audit.passes) series.values.push_back(figure(pass));
    return series;
}

std::vector<std::string> moments_of(const Audit& audit) {
    std::vector<std::string> moments{"seal"};
    for (const PassAudit& pass : audit.passes) moments.push_back(std::to_string(pass.index));
    return moments;
}

}  // namespace

namespace {

constexpr std::size_t kMostRamps = 6;

/// The warmth of the largest parts over the scale.
std::optional<LineChart> ramps_chart(const SectionRequest& asked) {
    const Painting& painting = asked.matter.painting;
    LineChart chart{"Ramps", "mean warmth of each part at each step of the scale", {}, {}, {0}, 1};
    std::vector<double> steps;
    for (double step = 1; step <= 9 + kRampStretch / 2; step += kRampStretch) {
        steps.push_back(step);
        const bool whole = std::abs(step - std::round(step)) < 1e-6;
        chart.x.push_back(whole ? fmt::format("{:.0f}", step) : "");
    }
    std::vector<const Part*> parts;
    for (const Part& part : painting.parts) parts.push_back(&part);
    const auto area = [&](const Part* part) {
        for (const PartColours& each : asked.matter.audit.passes.back().colours)
            if (each.part == part->id) return each.lights.share + each.shadows.share;
        return 0.0;
    };
    std::ranges::stable_sort(parts, std::greater{}, area);
    if (parts.size() > kMostRamps) parts.resize(kMostRamps);
    if (parts.empty()) parts.push_back(nullptr);
    const std::array moments{painting.passes.size()};
    for (const Part* part : parts) {
        const auto ramps = ramps_of(painting, part, moments, asked.matter.audit.reader, asked.stop);
        if (!ramps) return std::nullopt;
        LineChart::Series series{part == nullptr ? "the picture" : part->name, {}};
        for (const double step : steps) {
            const auto at = std::ranges::find_if(ramps->front(), [&](const RampPoint& point) {
                return std::abs(point.step - step) <= kRampStretch / 2 + 1e-9;
            });
            series.values.push_back(at == ramps->front().end() ? std::nullopt
                                                               : std::optional(at->warmth));
        }
        chart.series.push_back(std::move(series));
    }
    return chart;
}

}  // namespace

std::vector<Block> charts_section(const SectionRequest& asked) {
    const Audit& audit = asked.matter.audit;
    if (audit.passes.empty()) return {};
    std::vector<Block> charts;
    const auto some = [](double v) { return std::optional(v); };
    LineChart balance{
        "Balance", "95 % of the drift from the seal, in steps", moments_of(audit), {}, {}, 2};
    balance.series.push_back(series_of(
        audit, "running", [&](const PassAudit& pass) { return some(pass.value.running.p95); }));
    balance.series.push_back(series_of(
        audit, "the pass's own", [&](const PassAudit& pass) { return some(pass.value.own.p95); }));
    if (const auto bounds = kValueMeasure.bounds(audit, audit.passes.back()))
        balance.budgets = {bounds->held, bounds->lost};
    charts.emplace_back(std::move(balance));

    LineChart temperature{
        "Temperature", "mean warmth, orange above 0 and blue below", moments_of(audit), {}, {0}, 1};
    const auto measured = [](const PassAudit& pass, double v) {
        return pass.swing.measured ? std::optional(v) : std::nullopt;
    };
    temperature.series.push_back(series_of(
        audit, "lights", [&](const PassAudit& pass) { return measured(pass, pass.swing.lights); }));
    temperature.series.push_back(series_of(audit, "shadows", [&](const PassAudit& pass) {
        return measured(pass, pass.swing.shadows);
    }));
    charts.emplace_back(std::move(temperature));
    if (auto ramps = ramps_chart(asked)) charts.emplace_back(std::move(*ramps));
    return charts;
}

}  // namespace underpaint
