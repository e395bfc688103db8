// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "audit/step_histogram.h"
#include "painting/plan.h"

namespace underpaint {

/// Which sealed steps are shadows, and which are lights; what lies between is neither.
struct LightSplit {
    double shadows_below = 5, lights_from = 5;
    bool planned = false;  ///< by the plan's shapes; else by Otsu's threshold
    friend bool operator==(const LightSplit&, const LightSplit&) = default;
};

/// The darkest and the lightest of the plan's two or three shapes, or the two darkest and two
/// lightest of five, where the painter has set some; else Otsu's threshold of the sealed steps.
LightSplit light_split(const Plan& plan, const StepHistogram& sealed);

}  // namespace underpaint
