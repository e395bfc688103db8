// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>

#include "audit/finding_kind.h"
#include "audit/focus.h"

namespace underpaint {

/// How much less contrast than the focus the strongest place elsewhere has: 1 - 1 / lead. Held up
/// to 0.02 under what the house rules ask for, or under the seal's where that has less: a
/// background as loud as it was sealed is none of the passes' doing. Lost from 0.1 under it.
std::optional<double> background_of(const std::optional<FocusAudit>& focus);

inline constexpr FindingCode kBackgroundLoud{"background-loud"};
inline constexpr std::array kBackgroundCodes{kBackgroundLoud};

}  // namespace underpaint
