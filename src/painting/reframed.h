// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>

#include "painting/painting.h"
#include "raster/reframe.h"
#include "raster/turn.h"

namespace underpaint {

/// The whole painting turned or mirrored: its pictures, masks, seals, foci, and whatever passes lay
/// at a place of it.
Painting turned(const Painting& painting, Turn turn);

/// The whole painting in another frame: pictures and masks are scaled and moved, and so are foci,
/// placed pictures, glows, and lengths in pixels, in every version.
Painting reframed(const Painting& painting, const Reframe& frame);
/// Nothing when stopped, which it looks for between two pictures.
std::optional<Painting> reframed(const Painting& painting, const Reframe& frame,
                                 const std::stop_token& stop);

}  // namespace underpaint
