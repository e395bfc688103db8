// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "report/report.h"

namespace underpaint {

/// The report's figures and sentences without its pictures, as JSON text
/// ("faithful-underpaint/report-1"; see docs/report-json.md).
std::string write_report_json(const Report& report);

/// A figure of a report with what it is a figure of; what does not apply is empty.
struct FigureRow {
    const Section* section = nullptr;
    std::string item, figure, value;
    std::optional<Verdict> mark;
    std::string budget;
};
/// Every figure that stands in a table, a chart or beside a mark, in the report's order. They
/// refer to the report.
std::vector<FigureRow> figures_of(const Report& report);

/// The same as comma-separated values (RFC 4180): section, item, figure, value, verdict, budget.
std::string write_report_csv(const Report& report);

}  // namespace underpaint
