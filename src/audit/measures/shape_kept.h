// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "audit/verdict.h"
#include "audit/viewing.h"

namespace underpaint {

/// Whether what stands light beside dark still does, whatever became of the values themselves.
struct ShapeAudit {
    std::optional<double> kept;  ///< -1..1; nothing where one of the two is flat
    /// Held from 0.9, lost under 0.75; open once a pass was meant to move values.
    Verdict verdict = Verdict::open;
};
inline constexpr double kHeldShape = 0.9, kLostShape = 0.75;

/// Sum of grad(S0).grad(S1) over the root of sum |grad S0|^2 times sum |grad S1|^2: the cosine of
/// the angle between the two fields of gradients. Both of one size.
std::optional<double> shape_kept(const FloatBlock& sealed, const FloatBlock& now);

}  // namespace underpaint
