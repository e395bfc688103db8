// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <string>

#include "audit/mend.h"
#include "audit/values_audit.h"

namespace underpaint {

// What mends that lay a value pass are put together from.

Pass value_pass(std::string name, Source source, Intent intent);

/// One curve for all channels.
Source curve_source(CurvePoints all);

/// The mend that lays a pass; the basis is still to be said.
Mend laying(std::string label, std::string effect, Pass pass);

/// The values of the painting with one more value pass, on a copy of that long side. Nothing when
/// stopped.
std::optional<ValuesAudit> with_laid(const Painting& painting, const Pass& pass, Reader reader,
                                     int side, const std::stop_token& stop);

/// Finds, by bisection between two amounts, where `of` comes to `wanted`; `of` rises with the
/// amount. Nothing when stopped.
template <class Of>
std::optional<double> bisect(double low, double high, double wanted, Of of) {
    constexpr int trials = 8;  // halvings of the interval
    for (int i = 0; i < trials; ++i) {
        const double middle = (low + high) / 2;
        const std::optional<double> is = of(middle);
        if (!is) return std::nullopt;
        (*is < wanted ? low : high) = middle;
    }
    return (low + high) / 2;
}

/// A disc in a mask: full to three quarters of the radius, then soft.
void stamp(Picture& mask, const Point& at, double radius, bool takes_off = false);

}  // namespace underpaint
