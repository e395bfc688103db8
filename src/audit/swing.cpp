// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/swing.h"

#include <cmath>

namespace underpaint {

Verdict judge_swing(double now, double largest) {
    constexpr double too_small = 3;
    if (std::fabs(largest) < too_small) return Verdict::held;
    const double share = now / largest;
    if (share >= 0.8) return Verdict::held;
    return share >= 0.5 ? Verdict::slipping : Verdict::lost;
}

}  // namespace underpaint
