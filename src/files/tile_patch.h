// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <vector>

#include "raster/picture.h"
#include "terms/result.h"

namespace underpaint {

// What a picture has that another, alike, has not, as a picture of its own: whole tiles, one below
// the other. Those at the border are filled up with 0.

/// Which tiles (see TileGrid) two alike pictures do not share.
std::vector<int> tiles_apart(const Picture& a, const Picture& b);
Picture stacked(const Picture& picture, std::span<const int> tiles);
/// `base` with those tiles in their places. Trouble when `stack` is not of the same kind or has not
/// as many, or a tile lies beyond the picture.
[[nodiscard]] Result<Picture> patched(const std::string& name, Picture base, const Picture& stack,
                                      std::span<const int> tiles);

}  // namespace underpaint
