// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/reader.h"
#include "render/render.h"

namespace underpaint {

/// Replaces each pixel by the neutral that reads as light.
void turn_grey(RgbBlock& pixels, Reader reader);

/// The whole painting after its first `upto` passes as values only: one grey channel.
std::optional<Picture> render_grey(const Painting& painting, std::size_t upto, Reader reader,
                                   Depth depth, const std::stop_token& stop = {},
                                   const Progress& progress = {});

}  // namespace underpaint
