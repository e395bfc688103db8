// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <stop_token>

#include "painting/painting.h"
#include "raster/rgb_block.h"
#include "render/view.h"

namespace underpaint {

/// Told from time to time how much is done, 0..1, rising; from any thread, one at a time.
using Progress = std::function<void(float)>;

/// Calls `work` for each tile of a picture, on all cores, in no order. Returns false if it was
/// stopped, within about a tile, before the end.
bool for_each_tile(Size picture, const std::function<void(int index, const Rect& tile)>& work,
                   const std::stop_token& stop, const Progress& progress = {});

/// The painting after its first `upto` passes, within `view`, unrounded. Nothing when stopped.
std::optional<RgbBlock> render_view(const Painting& painting, std::size_t upto, const View& view,
                                    const std::stop_token& stop = {});

/// The whole painting after its first `upto` passes, rounded to `depth`. Nothing when stopped.
std::optional<Picture> render_picture(const Painting& painting, std::size_t upto, Depth depth,
                                      const std::stop_token& stop = {},
                                      const Progress& progress = {});

}  // namespace underpaint
