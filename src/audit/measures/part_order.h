// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <span>
#include <vector>

#include "audit/finding_kind.h"
#include "painting/part.h"
#include "terms/verdict.h"

namespace underpaint {

/// Mean steps of one part, sealed and now.
struct PartStep {
    PartId part = 0;
    double sealed = 0, now = 0;
    double share = 0;  ///< of the picture, 0..1
    friend bool operator==(const PartStep&, const PartStep&) = default;
};

/// Two parts at least 0.25 step apart when sealed that stand the other way round, or whose distance
/// fell under a quarter of what it was.
struct Swap {
    PartStep was_darker, was_lighter;
    double sealed_gap() const { return was_lighter.sealed - was_darker.sealed; }
    double gap() const { return was_lighter.now - was_darker.now; }
    friend bool operator==(const Swap&, const Swap&) = default;
};
inline constexpr double kOrderGap = 0.25, kClosingShare = 0.25;

/// Every swap, and every two parts that draw together; the widest sealed gap first.
std::vector<Swap> find_swaps(std::span<const PartStep> parts);
std::vector<Swap> find_closings(std::span<const PartStep> parts);

struct OrderAudit {
    std::vector<Swap> swaps, closings;
    /// A swap is lost, parts that draw together are slipping; open with fewer than two parts.
    Verdict verdict = Verdict::open;
};

inline constexpr FindingCode kPartSwap{"part-swap"};
inline constexpr FindingCode kPartsClose{"parts-close"};
inline constexpr std::array kOrderCodes{kPartSwap, kPartsClose};

}  // namespace underpaint
