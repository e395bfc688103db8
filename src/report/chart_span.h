// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "report/report.h"

namespace underpaint {

/// The values that a chart's axis goes over, with a little room; from 0 where nothing is below it.
struct ChartSpan {
    double low = 0, high = 1;
};
ChartSpan span_of(const LineChart& chart);

/// The place of a line's name: its index in the chart's list and its upper edge.
struct ChartName {
    std::size_t series = 0;
    double top = 0;
};
/// Names at the heights of their lines' ends, moved down so far that none lies upon another.
/// \param ends upper edges as they were wanted, in the order of the series
std::vector<ChartName> names_apart(const std::vector<double>& ends, double top, double height);

}  // namespace underpaint
