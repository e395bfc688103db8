// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>

#include "audit/edges.h"
#include "audit/finding_kind.h"
#include "terms/verdict.h"

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

inline constexpr FindingCode kEdgesSlip{"edges-slip"};
inline constexpr FindingCode kSoftEdgesLost{"soft-edges-lost"};
inline constexpr std::array kEdgesCodes{kEdgesSlip, kSoftEdgesLost};

}  // namespace underpaint
