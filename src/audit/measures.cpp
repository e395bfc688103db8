// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures.h"

namespace underpaint {

StateTally& StateTally::operator+=(const StateTally& other) {
    steps += other.steps;
    value += other.value;
    parts += other.parts;
    swing += other.swing;
    return *this;
}

Verdict Audit::balance() const {
    return passes.empty() ? Verdict::held : passes.back().value.verdict;
}

}  // namespace underpaint
