// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/html_text.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "report/chart_span.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

// Size and margins of a chart's drawing, in its own pixels.
constexpr double kChartWide = 640, kChartHigh = 200, kLeft = 44, kRight = 130, kTop = 12,
                 kBottom = 24;
/// Kinds of stroke that lines are told apart by.
constexpr std::array<std::string_view, 6> kStrokes{"none", "6 4", "2 3", "9 3 2 3", "1 5", "12 4"};

}  // namespace

std::string html_escaped(std::string_view text) {
    std::string escaped;
    for (const char c : printable(text)) switch (c) {
            case '&': escaped += "&amp;"; break;
            case '<': escaped += "&lt;"; break;
            case '>': escaped += "&gt;"; break;
            case '"': escaped += "&quot;"; break;
            case '\'': escaped += "&#39;"; break;
            default: escaped += c;
        }
    return escaped;
}

std::string base64(std::span<const std::byte> bytes) {
    constexpr std::string_view letters =
        "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/";
    std::string text;
    text.reserve((bytes.size() + 2) / 3 * 4);
    for (std::size_t i = 0; i < bytes.size(); i += 3) {
        std::uint32_t three = 0;
        for (std::size_t j = 0; j < 3; ++j)
            three = three << 8 |
                    (i + j < bytes.size() ? std::to_integer<std::uint32_t>(bytes[i + j]) : 0);
        for (std::size_t j = 0; j < 4; ++j)
            text += i + j <= bytes.size() ? letters[three >> (18 - 6 * j) & 63] : '=';
    }
    return text;
}

std::string svg_mark(Verdict verdict) {
    constexpr std::array<std::string_view, 4> shapes{
        R"(<circle cx="5" cy="5" r="3.8" fill="none" stroke="currentColor" stroke-width="1"/>)",
        R"(<circle cx="5" cy="5" r="4.2" fill="currentColor"/>)",
        R"(<circle cx="5" cy="5" r="3.8" fill="none" stroke="currentColor" stroke-width="1"/><path d="M5 1.2a3.8 3.8 0 0 0 0 7.6z" fill="currentColor"/>)",
        R"(<circle cx="5" cy="5" r="3.8" fill="none" stroke="currentColor" stroke-width="1.2" stroke-dasharray="2 2"/>)"};
    return fmt::format(
        R"(<svg class="mark" viewBox="0 0 10 10" role="img" aria-label="{}">{}</svg>)",
        id_of(verdict), shapes[static_cast<std::size_t>(verdict)]);
}

std::string svg_chart(const LineChart& chart) {
    const ChartSpan reach = span_of(chart);
    const auto x_at = [&](std::size_t place) {
        const double share = chart.x.size() < 2 ? 0.5
                                                : static_cast<double>(place) /
                                                      static_cast<double>(chart.x.size() - 1);
        return kLeft + share * (kChartWide - kLeft - kRight);
    };
    const auto y_at = [&](double value) {
        return kTop +
               (reach.high - value) / (reach.high - reach.low) * (kChartHigh - kTop - kBottom);
    };
    std::string alt = chart.title + ": " + chart.unit + ".";
    for (const auto& series : chart.series) {
        alt += " " + series.name + ":";
        for (const auto& value : series.values)
            alt += value ? fmt::format(" {:.{}f}", *value, chart.decimals) : " –";
        alt += ".";
    }
    std::string svg =
        fmt::format(R"(<svg class="chart" viewBox="0 0 {} {}" role="img" aria-label="{}">)",
                    kChartWide, kChartHigh, html_escaped(alt));
    const auto text = [&](double x, double y, std::string_view anchor, std::string_view words) {
        svg += fmt::format(R"(<text x="{:.1f}" y="{:.1f}" text-anchor="{}">{}</text>)", x, y,
                           anchor, html_escaped(words));
    };
    const auto line = [&](double x1, double y1, double x2, double y2, std::string_view kind) {
        svg += fmt::format(R"(<line class="{}" x1="{:.1f}" y1="{:.1f}" x2="{:.1f}" y2="{:.1f}"/>)",
                           kind, x1, y1, x2, y2);
    };
    line(kLeft, kTop, kLeft, kChartHigh - kBottom, "axis");
    line(kLeft, kChartHigh - kBottom, kChartWide - kRight, kChartHigh - kBottom, "axis");
    for (const double value : {reach.low, reach.high})
        text(kLeft - 5, y_at(value) + 4, "end", fmt::format("{:.{}f}", value, chart.decimals));
    for (const double budget : chart.budgets) {
        line(kLeft, y_at(budget), kChartWide - kRight, y_at(budget), "budget");
        text(kLeft - 5, y_at(budget) + 4, "end", fmt::format("{:.{}f}", budget, chart.decimals));
    }
    for (std::size_t i = 0; i < chart.x.size(); ++i)
        if (!chart.x[i].empty()) text(x_at(i), kChartHigh - 8, "middle", chart.x[i]);
    std::vector<double> ends;  // heights at which the lines end, for their names
    for (std::size_t s = 0; s < chart.series.size(); ++s) {
        std::string points;
        double end = kChartHigh / 2;
        for (std::size_t i = 0; i < chart.series[s].values.size(); ++i)
            if (const auto& value = chart.series[s].values[i]; value && std::isfinite(*value)) {
                end = y_at(*value);
                points += fmt::format("{}{:.1f},{:.1f}", points.empty() ? "" : " ", x_at(i), end);
            }
        svg += fmt::format(R"(<polyline points="{}" stroke-dasharray="{}"/>)", points,
                           kStrokes[s % kStrokes.size()]);
        ends.push_back(end + 4);
    }
    for (const ChartName& name : names_apart(ends, kTop + 4, 13))
        text(kChartWide - kRight + 8, name.top, "start",
             shown_name(chart.series[name.series].name));
    return svg + "</svg>";
}

}  // namespace underpaint
