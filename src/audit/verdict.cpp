// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/verdict.h"

namespace underpaint {

std::string_view id_of(Verdict verdict) {
    constexpr std::string_view ids[] = {"open", "held", "slipping", "lost"};
    return ids[static_cast<int>(verdict)];
}

Verdict judge_drift(double p95, double budget) {
    return judge_excess(p95, budget, 2 * budget);
}

Verdict judge_share(double share, double held, double lost) {
    if (share >= held) return Verdict::held;
    return share >= lost ? Verdict::slipping : Verdict::lost;
}

Verdict judge_excess(double excess, double held, double lost) {
    if (excess <= held) return Verdict::held;
    return excess <= lost ? Verdict::slipping : Verdict::lost;
}

}  // namespace underpaint
