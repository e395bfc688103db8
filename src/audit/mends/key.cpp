// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <cmath>

#include "audit/mends/laying.h"
#include "audit/value_mends.h"
#include "terms/value_curves.h"

namespace underpaint {

std::optional<Mend> mend_key(const ValuesAudit& figures, double wanted) {
    const double median = figures.steps.percentile(0.5), t = (median - 1) / 8;
    if (t <= 0.01 || t >= 0.99) return std::nullopt;
    const double by = (wanted - median) / (4 * t * (1 - t));
    if (std::abs(by) > 2) return std::nullopt;
    const bool lift = by > 0;
    return laying(
        fmt::format("{} all by {:.1f}", lift ? "Lift" : "Deepen", figures.said_width(std::abs(by))),
        fmt::format("Would bring the median step from {:.1f} to {:.1f}", figures.said(median),
                    figures.said(wanted)),
        value_pass(lift ? "Lift all" : "Deepen all", curve_source(shift_curve(by)),
                   lift ? Intent::lift : Intent::deepen));
}

}  // namespace underpaint
