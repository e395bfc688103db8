// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "audit/finding.h"

namespace underpaint {

/// Figures as JSON, schema "faithful-underpaint/audit-1". Drift in steps of the nine-step scale,
/// shares 0..1, unrounded. "p95", "mean", "max" and "changed_steps" are against the seal.
std::string write_audit(const Audit& audit, const std::vector<Finding>& findings);

}  // namespace underpaint
