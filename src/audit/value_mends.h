// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "audit/mend.h"
#include "audit/values_audit.h"

namespace underpaint {

// Mends above the seal line. Each leaves `painting` as it is, and gives nothing when it could not
// reach its aim or was stopped. `figures` are of the painting's values. The basis is the caller's
// to say.

/// Stretches or squeezes the whole picture to a range.
Mend mend_range(const ValuesAudit& figures, const Range& wanted);

/// Puts the splits where shapes have the wanted shares.
Mend mend_shares(const ValuesAudit& figures, ShapeCount count, const ShapeShares& wanted);

/// Lifts or deepens the middle of the scale until the median step is `wanted`.
std::optional<Mend> mend_key(const ValuesAudit& figures, double wanted);

/// Lifts or deepens a part until its mean step is `wanted`, within 0.1.
std::optional<Mend> mend_part(const Painting& painting, const ValuesAudit& figures,
                              const Part& part, double wanted, const std::stop_token& stop);

/// Squeezes the values of the best rival until the first focus leads by `wanted`.
std::optional<Mend> mend_rival(const Painting& painting, const ValuesAudit& figures, double wanted,
                               const std::stop_token& stop);

/// Softens along some edges until their middle width is `wanted` viewing pixels.
std::optional<Mend> mend_edges(const Painting& painting, const ValuesAudit& figures,
                               const std::vector<EdgePoint>& edges, const std::string& whose,
                               double wanted);

/// Takes white outside the foci down to a step.
Mend mend_white(const Painting& painting, const ValuesAudit& figures, double wanted);

/// The middle one of some widths.
double median_width(std::vector<EdgePoint> edges);

}  // namespace underpaint
