// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "audit/finding.h"

namespace underpaint {

/// Overlay and soft light that land on more than kTouches of the picture, where the house rules
/// keep them for touches.
void find_overlays(const Painting& painting, const Audit& audit, std::vector<Finding>& findings);

inline constexpr FindingCode kOverlaySpreads{"overlay-spreads"};
extern const FindingKind kOverlayKind;
inline constexpr double kTouches = 0.35;

}  // namespace underpaint
