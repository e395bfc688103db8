// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "painting/pass.h"
#include "raster/pyramid.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// One tile of the painting after a pass (or at the ground), as all measures see it. Blocks hold
/// steps (1-9) but for the warmth.
struct TileState {
    Rect area;
    FloatBlock sealed;
    FloatBlock reference;  ///< where each pixel should stand: the seal, moved along by what passes
                           ///< were meant to do
    FloatBlock found;      ///< before the pass
    FloatBlock now;
    FloatBlock warmth;  ///< now; empty where only values are measured
    Intent intent = Intent::keep;
    bool all_keep = true;  ///< no pass is meant to move values: what is judged is what is measured
    float split = 5;       ///< step that parts lights from shadows
    const std::vector<Pyramid::Level>& masks;  ///< of the parts
};

/// The share of a move that a pass was meant to make.
float meant(Intent intent, float move);

}  // namespace underpaint
