// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "report/report.h"

namespace underpaint {

/// The values that a chart's axis goes over, with a little room; from 0 where nothing is below it.
struct ChartSpan {
    double low = 0, high = 1;
};
ChartSpan span_of(const LineChart& chart);

}  // namespace underpaint
