// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/figures.h"

#include <fmt/format.h>

#include "files/csv.h"
#include "files/json.h"
#include "palette/hex.h"

namespace underpaint {
namespace {

constexpr const char* kReportSchema = "faithful-underpaint/report-1";

Json mark_of(const std::optional<Verdict>& mark) {
    return mark ? Json(id_of(*mark)) : Json(nullptr);
}

Json to_json(const Paragraph& paragraph) {
    return {{"kind", "text"}, {"text", paragraph.text}};
}
Json to_json(const MarkedLines& lines) {
    Json all = Json::array();
    for (const MarkedLine& line : lines.lines) {
        Json each{{"verdict", mark_of(line.mark)}, {"label", line.label}, {"text", line.text}};
        if (!line.budget.empty()) each["budget"] = line.budget;
        if (line.meant) each["intended"] = *line.meant;
        all.push_back(std::move(each));
    }
    return {{"kind", "lines"}, {"lines", std::move(all)}};
}
Json to_json(const ReportTable& table) {
    Json rows = Json::array();
    for (const auto& row : table.rows) {
        Json cells = Json::array();
        for (const Cell& cell : row)
            cells.push_back({{"text", cell.text}, {"verdict", mark_of(cell.mark)}});
        rows.push_back(std::move(cells));
    }
    return {{"kind", "table"}, {"columns", table.columns}, {"rows", std::move(rows)}};
}
Json to_json(const PictureRow& row) {
    Json pictures = Json::array();
    for (const ReportPicture& each : row.pictures)
        pictures.push_back({{"caption", each.caption},
                            {"alt", each.alt},
                            {"size", {each.pixels.size().width, each.pixels.size().height}}});
    return {{"kind", "pictures"}, {"pictures", std::move(pictures)}};
}
Json to_json(const ColourBar& bar) {
    Json colours = Json::array();
    for (const ColourBar::Part& each : bar.parts)
        colours.push_back({{"name", each.name}, {"srgb", hex(each.colour)}, {"share", each.share}});
    return {{"kind", "colours"}, {"colours", std::move(colours)}, {"text", bar.caption}};
}
Json to_json(const LineChart& chart) {
    Json series = Json::array();
    for (const auto& each : chart.series) {
        Json values = Json::array();
        for (const auto& value : each.values) values.push_back(or_null(value));
        series.push_back({{"name", each.name}, {"values", std::move(values)}});
    }
    return {{"kind", "chart"}, {"title", chart.title},     {"unit", chart.unit},
            {"x", chart.x},    {"budgets", chart.budgets}, {"series", std::move(series)}};
}

/// Collects the figures of the blocks of a section.
struct FigureCollector {
    std::vector<FigureRow>& rows;
    const Section& section;

    void operator()(const MarkedLines& lines) const {
        // A finding is a whole sentence, so it has no label.
        for (const MarkedLine& line : lines.lines)
            rows.push_back({&section, line.label, "", line.text, line.mark, line.budget});
    }
    void operator()(const ReportTable& table) const {
        for (const auto& row : table.rows)
            for (std::size_t i = 1; i < row.size(); ++i)
                rows.push_back(
                    {&section, row[0].text, table.columns[i], row[i].text, row[i].mark, ""});
    }
    void operator()(const ColourBar&) const {}  // the table below it has the same figures
    void operator()(const LineChart& chart) const {
        for (const auto& series : chart.series)
            for (std::size_t i = 0; i < series.values.size() && i < chart.x.size(); ++i)
                if (series.values[i])
                    rows.push_back({&section,
                                    chart.title + ": " + series.name,
                                    chart.x[i],
                                    fmt::format("{:.{}f}", *series.values[i], chart.decimals),
                                    {},
                                    ""});
    }
    void operator()(const Paragraph&) const {}
    void operator()(const PictureRow&) const {}
};

}  // namespace

std::string write_report_json(const Report& report) {
    Json json{{"schema", kReportSchema}, {"title", report.title}, {"subtitle", report.subtitle},
              {"words", report.words},   {"date", report.date},   {"sections", Json::array()}};
    for (const Section& section : report.sections) {
        Json blocks = Json::array();
        for (const Block& block : section.blocks)
            blocks.push_back(std::visit([](const auto& each) { return to_json(each); }, block));
        json["sections"].push_back(
            {{"id", section.id}, {"title", section.title}, {"blocks", std::move(blocks)}});
    }
    return text_of(json);
}

std::vector<FigureRow> figures_of(const Report& report) {
    std::vector<FigureRow> rows;
    for (const Section& section : report.sections)
        for (const Block& block : section.blocks) std::visit(FigureCollector{rows, section}, block);
    return rows;
}

std::string write_report_csv(const Report& report) {
    std::string text = "section,item,figure,value,verdict,budget\r\n";
    for (const FigureRow& row : figures_of(report)) {
        for (const std::string& field : {row.section->id, row.item, row.figure, row.value})
            text += csv_field(field) + ",";
        text +=
            (row.mark ? std::string(id_of(*row.mark)) : "") + "," + csv_field(row.budget) + "\r\n";
    }
    return text;
}

}  // namespace underpaint
