// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/lab.h"

namespace underpaint {

/// Colour difference CIEDE2000, parametric factors 1; 0 = same, about 1 = just visible.
/// CIE 142:2001, in the form of Sharma, Wu and Dalal, "The CIEDE2000 color-difference formula:
/// implementation notes, supplementary test data, and mathematical observations", 2005.
double ciede2000(const Lab& first, const Lab& second);

}  // namespace underpaint
