// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "blend/tune.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// tuned() of a row, in place; see row_tolerance.h.
void tune_row(RgbRow pixels, const Tune& tune);

}  // namespace underpaint
