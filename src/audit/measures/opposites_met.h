// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <vector>

#include "audit/finding_kind.h"
#include "painting/part.h"
#include "terms/verdict.h"

namespace underpaint {

/// How far strong opposites meet without a bridge of greys; see meetings_of_opposites().
struct OppositesAudit {
    double length = 0;  ///< of the border, in viewing pixels
    /// The parts on either side of the longest stretch: two, or one that contains it. Empty outside
    /// of all parts.
    std::vector<PartId> between;
    double longest = 0;  ///< of that stretch, in viewing pixels
    Verdict verdict = Verdict::open;
    friend bool operator==(const OppositesAudit&, const OppositesAudit&) = default;
};

/// Viewing pixels of such border that are specks, and that are a quarter of the picture's long
/// side: what passes brought to the first is held, beyond the second lost.
inline constexpr double kHeldMeeting = 24, kLostMeeting = 400;

inline constexpr FindingCode kOppositesMeet{"opposites-meet"};
inline constexpr std::array kOppositesCodes{kOppositesMeet};

}  // namespace underpaint
