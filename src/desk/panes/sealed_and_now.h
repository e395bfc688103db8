// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "audit/audit.h"
#include "desk/panes/ladder_face.h"

namespace underpaint {

/// The seal's values beside those after so many passes, with how far the range and the order of
/// parts are kept. It refers to the audit.
LadderFace sealed_and_now(const std::optional<Audit>& audit, std::size_t moment);

}  // namespace underpaint
