// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <stop_token>

#include "audit/exact_sum.h"
#include "audit/finding_kind.h"
#include "audit/tallies.h"
#include "colour/reader.h"
#include "painting/painting.h"
#include "terms/verdict.h"

namespace underpaint {

/// Sums of a tile, in pixels: reserved, covered, tinted, and either.
struct ReservedTally {
    ExactSum reserved, covered, tinted, touched;
    static constexpr auto kMembers = std::tuple(&ReservedTally::reserved, &ReservedTally::covered,
                                                &ReservedTally::tinted, &ReservedTally::touched);
};

/// The reserved highlights after a pass. Shares 0..1 of them.
struct ReservedAudit {
    double area = 0;     ///< of the picture, that they take
    double covered = 0;  ///< kCoveredBy off the seal or more
    double tinted = 0;   ///< past an intensity of kTintedFrom
    double touched = 0;  ///< either
    /// By what passes added to what the seal has: held up to kHeldTouched, lost beyond
    /// kLostTouched.
    Verdict verdict = Verdict::open;
};
inline constexpr double kCoveredBy = 0.25;  ///< steps
inline constexpr double kTintedFrom = 0.10;
inline constexpr double kHeldTouched = 0.02, kLostTouched = 0.10;

/// The highlights that the plan reserves, as a mask of the painting halved `level` times: of each
/// part the pixels sealed at its step or lighter. Null where nothing is reserved, and when stopped.
SharedPicture reserved_mask(const Painting& painting, int level, Reader reader,
                            const std::stop_token& stop);

inline constexpr FindingCode kReservedTouched{"reserved-touched"};
inline constexpr std::array kReservedCodes{kReservedTouched};

}  // namespace underpaint
