// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/audit_json.h"

namespace underpaint {

/// Measures the painting of a file on every pixel and adds its findings, with the shares of its
/// passes.
void measure(AuditedFile& file, Reader reader, const HouseRules& own);

}  // namespace underpaint
