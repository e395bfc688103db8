// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "audit/basis.h"
#include "audit/values_audit.h"

namespace underpaint {

/// A change, computed and where it can be measured beforehand also tried, that brings the values
/// nearer to the plan: a value pass laid above the seal line, or a split moved.
struct ValueMend {
    std::string label;   ///< "Set range to 1.5–9.0"
    std::string effect;  ///< what it would leave, in words
    std::function<Painting(Painting)> take;
    Basis basis;  ///< the state it was computed for; see mended()
};

/// The painting with the mend taken, or as it is when the mend was computed for another state.
Painting mended(const Painting& painting, const ValueMend& mend);

// Each leaves `painting` as it is, and gives nothing when it could not reach its aim or was
// stopped. `figures` are of the painting's values.

/// Stretches or squeezes the whole picture to a range.
ValueMend mend_range(const ValuesAudit& figures, const Range& wanted);

/// Puts the splits where shapes have the wanted shares.
ValueMend mend_shares(const ValuesAudit& figures, ShapeCount count, const ShapeShares& wanted);

/// Lifts or deepens the middle of the scale until the median step is `wanted`.
std::optional<ValueMend> mend_key(const ValuesAudit& figures, double wanted);

/// Lifts or deepens a part until its mean step is `wanted`, within 0.1.
std::optional<ValueMend> mend_part(const Painting& painting, const ValuesAudit& figures,
                                   const Part& part, double wanted, const std::stop_token& stop);

/// Squeezes the values of the best rival until the first focus leads by `wanted`.
std::optional<ValueMend> mend_rival(const Painting& painting, const ValuesAudit& figures,
                                    double wanted, const std::stop_token& stop);

/// Softens along some edges until their middle width is `wanted` viewing pixels.
std::optional<ValueMend> mend_edges(const Painting& painting, const ValuesAudit& figures,
                                    const std::vector<EdgePoint>& edges, const std::string& whose,
                                    double wanted);

/// Takes white outside the foci down to a step.
ValueMend mend_white(const Painting& painting, const ValuesAudit& figures, double wanted);

/// The middle one of some widths.
double median_width(std::vector<EdgePoint> edges);

}  // namespace underpaint
