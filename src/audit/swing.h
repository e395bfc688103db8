// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "audit/exact_sum.h"
#include "audit/verdict.h"

namespace underpaint {

/// Warmth of the lights minus warmth of the shadows, and the pass's own share of it.
struct SwingAudit {
    double swing = 0, own = 0;
    Verdict verdict = Verdict::held;
    friend bool operator==(const SwingAudit&, const SwingAudit&) = default;
};

/// What of it is gathered tile by tile: mean warmth of both sides of the split.
struct SwingTally {
    WeightedMean light, shadow;
    SwingTally& operator+=(const SwingTally& other);
    double swing() const;  ///< 0 where one of the sides is empty
};

/// Until a swing has come to this, there is nothing to lose.
inline constexpr double kLeastSwing = 2;

/// Without a plan: a swing against the largest there was before it. Held from 0.8 of it; lost below
/// half, or where lights and shadows changed sides.
Verdict judge_swing(double now, double largest_before);

/// The largest swing once `now` has come after `largest_before`. One that turned round is lost and
/// sets no new measure, so that what brings it back is not blamed.
double largest_swing(double now, double largest_before);

}  // namespace underpaint
