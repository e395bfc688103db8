// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/swing.h"

#include <cmath>

namespace underpaint {

Verdict judge_swing(double now, double largest_before) {
    if (std::fabs(largest_before) < kLeastSwing) return Verdict::held;
    const double share = now / largest_before;
    if (share >= 0.8) return Verdict::held;
    return share >= 0.5 ? Verdict::slipping : Verdict::lost;
}

double largest_swing(double now, double largest_before) {
    const bool measured = std::fabs(largest_before) >= kLeastSwing;
    if (measured && now * largest_before < 0) return largest_before;
    return std::fabs(now) > std::fabs(largest_before) ? now : largest_before;
}

}  // namespace underpaint
