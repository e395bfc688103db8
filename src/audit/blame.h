// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <vector>

#include "audit/finding.h"

namespace underpaint {

/// Finds how much each pass has of a slip, for all findings at once, and says so in their
/// sentences.
///
/// Two conventions, side by side. `laid`: what the figure became with each pass, in the order they
/// were laid; these add up to what became of it since it was best, at the seal mostly, but a pass
/// after others may be blamed for what only comes of both. `alone`: what it becomes when that pass
/// alone is switched off, all others staying; these don't add up. Both in the figure's unit, above
/// 0 for the worse. A pass of which `laid` or `alone` is under a twentieth of the slip has no
/// share. One whose `alone` is below that hides what others did: without it the slip would be
/// larger. What a pass did that no longer makes any difference is covered by a later one: it is
/// said, and shares are told of the passes that are left.
///
/// The finding then names the pass with the largest share, and says "alone" where the others
/// together have less than a tenth.
///
/// Measured on a small copy, in differences. Up to kMostBlamed passes; of more only `laid`.
/// \param figures of the painting, exact or not
/// False when stopped.
bool find_shares(const Painting& painting, const Audit& figures, std::vector<Finding>& findings,
                 const HouseRules& own = {}, const std::stop_token& stop = {});

inline constexpr std::size_t kMostBlamed = 40;

}  // namespace underpaint
