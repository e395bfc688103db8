// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/chart_span.h"

#include <algorithm>
#include <cmath>

namespace underpaint {

ChartSpan span_of(const LineChart& chart) {
    std::optional<ChartSpan> span;
    const auto take = [&](double v) {
        if (!std::isfinite(v)) return;
        span = span ? ChartSpan{std::min(span->low, v), std::max(span->high, v)} : ChartSpan{v, v};
    };
    for (const auto& series : chart.series)
        for (const auto& value : series.values)
            if (value) take(*value);
    for (const double budget : chart.budgets) take(budget);
    if (!span) return {};
    const double room = std::max(0.08 * (span->high - span->low), 1e-3);
    return {span->low >= 0 && span->low < room ? 0 : span->low - room, span->high + room};
}

std::vector<ChartName> names_apart(const std::vector<double>& ends, double top, double height) {
    std::vector<ChartName> names;
    for (std::size_t s = 0; s < ends.size(); ++s) names.push_back({s, ends[s]});
    std::ranges::stable_sort(names, {}, &ChartName::top);
    for (ChartName& each : names) {
        each.top = std::max(each.top, top);
        top = each.top + height;
    }
    return names;
}

}  // namespace underpaint
