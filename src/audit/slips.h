// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "audit/measures.h"

namespace underpaint {

/// A stretch of passes, one after the other, after each of which something was not held.
struct Slip {
    const PassAudit* pass = nullptr;  ///< the last that made it worse
    const PassAudit* back = nullptr;  ///< the one that brought it back; null: nothing did
    Verdict verdict = Verdict::held;  ///< how it stands in the end; held when it was brought back
};

template <class VerdictOf>
std::vector<Slip> slips_of(const Audit& audit, VerdictOf verdict_of) {
    std::vector<Slip> slips;
    Verdict before = Verdict::held;
    for (const PassAudit& pass : audit.passes) {
        if (pass.open) continue;
        const Verdict now = verdict_of(pass);
        if (is_bad(now)) {
            if (!is_bad(before)) slips.emplace_back();
            if (now > before) slips.back().pass = &pass;
            slips.back().verdict = now;
        } else if (is_bad(before)) {
            slips.back().back = &pass;
            slips.back().verdict = Verdict::held;
        }
        before = now;
    }
    return slips;
}

}  // namespace underpaint
