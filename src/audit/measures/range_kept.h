// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>

#include "audit/finding_kind.h"
#include "audit/step_histogram.h"
#include "terms/verdict.h"

namespace underpaint {

struct RangeAudit {
    Range range;  ///< darkest and lightest
    Key key = Key::middle;
    std::optional<double> kept;  ///< range now / sealed; nothing where that was of one value
    /// Held from 0.9, lost under 0.75; open once a pass was meant to move values.
    Verdict verdict = Verdict::open;
};
inline constexpr double kHeldRange = 0.9, kLostRange = 0.75;

inline constexpr FindingCode kRangeShrinks{"range-shrinks"};
inline constexpr std::array kRangeCodes{kRangeShrinks};

}  // namespace underpaint
