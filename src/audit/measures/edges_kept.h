// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "audit/edges.h"
#include "audit/verdict.h"

namespace underpaint {

/// The sealed edges as one state has them, viewing scale.
struct EdgesAudit {
    EdgeLengths all;
    std::optional<EdgeLengths> at_focus;  ///< inside the foci; nothing without any edge there
    /// Share of hard edges in the focus, or without one, in the picture: held from 0.8 of what was
    /// sealed, lost under half.
    Verdict verdict = Verdict::open;
    double hard() const { return (at_focus ? *at_focus : all).share(EdgeKind::hard); }
    double soft() const { return all.share(EdgeKind::soft) + all.share(EdgeKind::lost); }
};
/// The least share of hard edges that can be lost, and the least edge, in viewing pixels, to speak
/// of shares.
inline constexpr double kLeastHard = 0.05, kLeastLength = 40;

/// How much less contrast than the focus the strongest place elsewhere has: 1 - 1 / lead.
std::optional<double> background_of(const std::optional<FocusAudit>& focus);

}  // namespace underpaint
