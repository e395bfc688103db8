// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "audit/value_findings.h"

namespace underpaint {

/// Figures of the values as JSON, schema "faithful-underpaint/values-1". Steps of the scale that
/// `figures` are said on, shares 0..1, unrounded; "edges" as shares of their length, null where
/// there are none; places in pixels of the picture.
std::string write_values(const Painting& painting, const ValuesAudit& figures,
                         const std::vector<Finding>& findings);

}  // namespace underpaint
