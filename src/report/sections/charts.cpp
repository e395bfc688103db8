// SPDX-License-Identifier: GPL-3.0-or-later
// Balance and temperature over the passes, and the ramps of the parts.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "audit/ramps.h"
#include "report/sections.h"

namespace underpaint {
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
