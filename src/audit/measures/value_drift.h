// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>

#include "audit/drift.h"
#include "audit/finding_kind.h"
#include "terms/verdict.h"

namespace underpaint {

/// The drift of values by one pass.
struct ValueAudit {
    Drift running;  ///< now against the seal
    Drift own;      ///< now against what the pass found
    /// 95th percentiles without what the passes' intents allow; these are what is judged.
    double judged_p95 = 0, own_judged_p95 = 0;
    Verdict verdict = Verdict::held;
    friend bool operator==(const ValueAudit&, const ValueAudit&) = default;
};

/// Sums of a tile about one state: against the seal, and against where it should stand. The latter
/// only where some pass is meant to move values.
struct ValueTally {
    DriftTally running, judged;
    void raise_max(const ValueTally& other) {
        running.raise_max(other.running), judged.raise_max(other.judged);
    }
    void forget_max() { running.forget_max(), judged.forget_max(); }
    static constexpr auto kMembers = std::tuple(&ValueTally::running, &ValueTally::judged);
};

/// And about a pass, on the tiles that it changed: against what it found, and what it was meant to
/// make of it.
struct ValueChangeTally {
    DriftTally own, judged;
    static constexpr auto kMembers = std::tuple(&ValueChangeTally::own, &ValueChangeTally::judged);
};

inline constexpr FindingCode kValuesSlip{"values-slip"};
inline constexpr std::array kValueCodes{kValuesSlip};

}  // namespace underpaint
