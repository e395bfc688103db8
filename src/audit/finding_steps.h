// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "audit/audit.h"
#include "audit/finding.h"

namespace underpaint {

/// The steps, 1-9, that a finding of the passes is about: the means of the parts that it names,
/// sealed and now; of pure black and white, the ends; of a range that shrank, the end that moved
/// further, sealed and now. Empty where a finding has no such steps.
std::vector<double> steps_about(const Finding& finding, const Audit& figures);

}  // namespace underpaint
