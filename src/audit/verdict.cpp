// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/verdict.h"

namespace underpaint {

std::string_view id_of(Verdict verdict) {
    constexpr std::string_view ids[] = {"open", "held", "slipping", "lost"};
    return ids[static_cast<int>(verdict)];
}

Verdict judge_drift(double p95) {
    if (p95 <= kHeldDrift) return Verdict::held;
    return p95 <= kSlippingDrift ? Verdict::slipping : Verdict::lost;
}

}  // namespace underpaint
