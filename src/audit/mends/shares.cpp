// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <algorithm>

#include "audit/shapes.h"
#include "audit/value_mends.h"

namespace underpaint {

Mend mend_shares(const ValuesAudit& figures, ShapeCount count, const ShapeShares& wanted) {
    Splits splits;
    double below = 0;
    for (std::size_t i = 0; i + 1 < wanted.size(); ++i)
        splits.push_back(figures.steps.percentile(std::clamp(below += wanted[i], 0.0, 1.0)));
    ShapeSplits held;  // the type brings the splits into order
    held.set(count, splits);
    splits = held.of(count);
    std::string label = splits.size() == 1 ? "Move split to" : "Move splits to", shares;
    for (const double& split : splits)
        label += fmt::format("{} {:.1f}", &split == splits.data() ? "" : ",", figures.said(split));
    for (const double share : shape_shares(figures.steps, splits))
        shares += fmt::format("{}{:.0f}%", shares.empty() ? "" : ", ", 100 * share);
    return {label,
            "Would leave the shapes, from the darkest, at " + shares,
            MoveSplits{count, splits},
            {}};
}

}  // namespace underpaint
