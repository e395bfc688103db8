// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "audit/verdict.h"

namespace underpaint {

/// Warmth of the lights minus warmth of the shadows, and the pass's own share of it.
struct SwingAudit {
    double swing = 0, own = 0;
    Verdict verdict = Verdict::held;
    friend bool operator==(const SwingAudit&, const SwingAudit&) = default;
};

/// Without a plan, a swing is judged by the largest so far (of either sign): held from 0.8 of it,
/// lost below half or on the other side. A largest swing under 3 is too small to lose.
Verdict judge_swing(double now, double largest_so_far);

}  // namespace underpaint
