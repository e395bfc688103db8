// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <stop_token>
#include <vector>

#include "audit/viewing.h"
#include "painting/painting.h"
#include "render/readings.h"

namespace underpaint {

/// A state of a painting at viewing scale: steps and colours of its pixels as they are seen at
/// once.
struct SeenColours {
    FloatBlock steps;
    ColourBlocks colours;
};

/// The states after so many passes each, on a grid of the painting's size, halved `level` times.
/// Nothing when stopped.
std::optional<std::vector<SeenColours>> colours_at_viewing_scale(
    const Painting& painting, const ViewingGrid& grid, std::span<const std::size_t> moments,
    Reader reader, const std::stop_token& stop = {}, int level = 0);

}  // namespace underpaint
