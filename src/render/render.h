// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <stop_token>
#include <vector>

#include "painting/painting.h"
#include "raster/rgb_block.h"
#include "render/recipe.h"
#include "render/tile_walk.h"
#include "render/view.h"

namespace underpaint {

/// Told from time to time how much is done, 0..1, rising; from any thread, one at a time.
using Progress = std::function<void(float)>;

/// A tile goes through all passes a few rows at a time: state, source and coverage of a strip fit
/// the first-level cache, those of a whole tile only the second.
inline constexpr int kStripRows = 8;
/// Height of strips for work that costs more at their upper and lower border than laying does.
inline constexpr int kHighStripRows = 32;

/// Calls `work` with a walk at the ground of each strip of each tile inside `area` (in pixels of
/// the recipe's size), on all cores, in no order. `index` counts the tiles of `area`; the strips of
/// one tile come one after the other, from the top down. Returns false if it was stopped, within a
/// tile, before the end.
bool walk_tiles(const Recipe& recipe, const Rect& area,
                const std::function<void(TileWalk& walk, int index)>& work,
                const std::stop_token& stop, const Progress& progress = {},
                int strip_rows = kStripRows);
/// All of the painting.
bool walk_tiles(const Recipe& recipe, const std::function<void(TileWalk& walk, int index)>& work,
                const std::stop_token& stop, const Progress& progress = {});
/// How many tiles that is.
int tile_count(const Rect& area);

/// The painting after its first `upto` passes, within `view`, unrounded. Nothing when stopped.
std::optional<RgbBlock> render_view(const Painting& painting, std::size_t upto, const View& view,
                                    const std::stop_token& stop = {});

/// The same before all passes and after each of them.
std::optional<std::vector<RgbBlock>> render_states(const Painting& painting, const View& view,
                                                   const std::stop_token& stop = {});

/// The whole painting after its first `upto` passes, rounded, into a picture of its size with the
/// channels rgb. That may be one that is out of use: new memory costs more than most passes. False
/// when stopped.
bool render_into(Picture& result, const Painting& painting, std::size_t upto,
                 const std::stop_token& stop = {}, const Progress& progress = {});

/// The same into a new picture of some depth. Nothing when stopped.
std::optional<Picture> render_picture(const Painting& painting, std::size_t upto, Depth depth,
                                      const std::stop_token& stop = {},
                                      const Progress& progress = {});

}  // namespace underpaint
