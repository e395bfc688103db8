// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "report/report.h"

namespace underpaint {

/// The report's figures and sentences without its pictures, as JSON text
/// ("faithful-underpaint/report-1"; see docs/report-json.md).
std::string write_report_json(const Report& report);

/// Every figure that stands in a table or beside a mark, as comma-separated values (RFC 4180):
/// section, item, figure, value, verdict, budget.
std::string write_report_csv(const Report& report);

}  // namespace underpaint
