// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <vector>

#include "audit/light_split.h"
#include "blend/tally_rows.h"
#include "painting/painting.h"
#include "raster/rgb_block.h"
#include "render/readings.h"

namespace underpaint {

/// How far a part covers the lights and the shadows of a tile, 0..1; parted by its own threshold.
struct PartOnTile {
    std::size_t part = 0;  ///< in the painting's order
    FloatBlock lights, shadows;
};

/// One tile of the painting after a pass (or at the ground), as all measures see it: of its pixels,
/// or of its viewing scale where colours are gathered. Blocks hold steps (1-9) where nothing else
/// is said. What is the same in all states is found once a tile.
struct TileState {
    const Painting* painting = nullptr;  ///< that is measured
    Rect area;                           ///< in pixels of the tile's scale
    FloatBlock sealed;
    FloatBlock lights, shadows;     ///< of the whole picture: 1 or 0
    std::vector<PartOnTile> parts;  ///< those that lie on the tile
    FloatBlock in_focus;            ///< 1 inside any focus
    FloatBlock watched;             ///< 1 where no pure black or white may stand
    bool has_focus = false;         ///< some of the tile lies in one

    FloatBlock reference;  ///< where each pixel should stand: the seal, moved along by what passes
                           ///< were meant to do
    FloatBlock found;      ///< before the pass
    FloatBlock now;
    ColourBlocks colours;  ///< now; filled where colours are gathered
    RgbBlock light;        ///< the pixels now, in linear light; likewise
    RowExtremes extremes;  ///< now, of what is watched; filled where every pixel is gathered
    Intent intent = Intent::keep;
    bool all_keep = true;  ///< no pass is meant to move values: what is judged is what is measured
};

/// The share of a move that a pass was meant to make.
float meant(Intent intent, float move);

/// Finds the foci on a tile whose area is set. \param scale its pixels in one of the picture
void find_foci(TileState& tile, const Painting& painting, double scale);

/// The steps that part lights from shadows.
struct TileSplits {
    LightSplit whole;
    const std::vector<double>& parts;  ///< of each part, in the painting's order
};
/// Parts the lights and shadows of a tile whose sealed steps are there. `cover(part, block)` gives
/// how far a part covers the tile, 0..1, or returns false where it does not lie on it.
void find_lights(TileState& tile, const TileSplits& splits,
                 const std::function<bool(std::size_t part, FloatBlock& cover)>& cover);

}  // namespace underpaint
