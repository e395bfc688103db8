// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "audit/finding.h"

namespace underpaint {

/// Finds gradient maps that turn values over: over a stretch of the scale what was lighter becomes
/// darker, by the map's own lightness; see turnovers_of(). Said where at least `kLeastTurned` of
/// the picture lies in the stretch and is reached, measured on a small copy. A pass that gives
/// values back whole turns none over.
void find_map_turns(const Painting& painting, const Audit& audit, std::vector<Finding>& findings);

inline constexpr FindingCode kMapTurns{"map-turns"};
inline constexpr double kLeastTurned = 0.001;

}  // namespace underpaint
