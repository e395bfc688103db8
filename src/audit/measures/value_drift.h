// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "audit/drift.h"
#include "audit/verdict.h"

namespace underpaint {

/// What one pass did to values.
struct ValueAudit {
    Drift running;  ///< now against the seal
    Drift own;      ///< now against what the pass found
    /// 95th percentiles without what the passes' intents allow; these are what is judged.
    double judged_p95 = 0, own_judged_p95 = 0;
    Verdict verdict = Verdict::held;
    friend bool operator==(const ValueAudit&, const ValueAudit&) = default;
};

/// What of it is gathered tile by tile.
struct ValueTally {
    DriftTally running, own, judged, own_judged;
    ValueTally& operator+=(const ValueTally& other);
};

}  // namespace underpaint
