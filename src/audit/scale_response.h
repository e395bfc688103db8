// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "colour/reader.h"
#include "painting/pass.h"

namespace underpaint {

struct ScalePoint {
    float step;   ///< of the grey it is laid over, 1..9
    float drift;  ///< steps that the grey moves
};

/// What a pass does to each grey of the scale where it fully reaches: its value band and strength
/// count, its parts do not. A painted source is stood for by its mean colour.
std::vector<ScalePoint> scale_response(const Pass& pass, Reader reader, int points = 33);

}  // namespace underpaint
