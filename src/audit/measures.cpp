// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures.h"

namespace underpaint {

bool stands_as_before(const PassAudit& pass) {
    constexpr double least = 1.0 / 2000;
    return pass.value.own.max < least;
}

Verdict Audit::balance() const {
    return passes.empty() ? Verdict::held : passes.back().value.verdict;
}

}  // namespace underpaint
