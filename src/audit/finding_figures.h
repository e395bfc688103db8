// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "audit/finding.h"

namespace underpaint {

// What a finding's figure is, wherever it has to be told anew: for shares, mends and what was
// meant.

/// The figure that a finding is about as one state has it, in the unit of Finding::figure; nothing
/// where that state has none.
std::optional<double> figure_in(const Finding& finding, const PassAudit& state);

/// How far a figure is beyond its budget, as a share of it: above 0 is beyond. It is the same for
/// figures that are to be small and for those that are to be large.
double excess_of(const Finding& finding, double figure);

/// Two findings that say the same of the same things, whatever the figures and the pass.
bool same_thing(const Finding& a, const Finding& b);

/// Whether a figure is no worse than another, but for a hundredth of the budget.
bool no_worse(const Finding& finding, double figure, double than);

/// The record that is kept when the painter accepts a finding.
Meant meant_of(const Painting& painting, const Finding& finding, std::string note);
/// Marks the findings that the painter accepts, and puts them last.
void mark_meant(const Painting& painting, std::vector<Finding>& findings);

}  // namespace underpaint
