// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "audit/step_histogram.h"
#include "colour/reader.h"
#include "painting/painting.h"

namespace underpaint {

/// The effect of a darken or lighten pass on the range: one end comes toward the other. Steps.
struct RangePull {
    bool from_light = true;  ///< darken draws down the light end, lighten the dark end up
    double begins = 5;       ///< the grey at which it begins to act
    double was = 9, is = 9;  ///< that end of the range, as found and then
};

/// Least drift of a grey that the pass acts on, steps.
inline constexpr double kActs = 0.02;

/// For a pass, counted from 0, that darkens or lightens and does the same everywhere; `found` is
/// the range before it. Computed by the formulas, on greys 1/100 step apart, as far as it reaches;
/// nothing when it acts on no grey.
std::optional<RangePull> range_pull(const Painting& painting, std::size_t pass, const Range& found,
                                    Reader reader);

}  // namespace underpaint
