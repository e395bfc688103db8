// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "audit/audit.h"
#include "audit/finding.h"

namespace underpaint {

/// The steps, 1-9, that a finding is about, so that one can be told where a screen does not show
/// them: the means of the parts that it names, sealed and now; of pure black and white, the ends.
/// Empty where a finding has no such steps.
std::vector<double> steps_about(const Finding& finding, const Audit& figures);

}  // namespace underpaint
