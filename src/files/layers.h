// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stop_token>
#include <vector>

#include "files/layer_stack.h"
#include "painting/painting.h"
#include "render/render.h"

namespace underpaint {

/// A layer with its pixels.
struct Layer {
    LayerEntry entry;
    SharedPicture pixels;
    GroupId group = kNoGroup;  ///< of the painting, that it is nested in
};

/// The painting as layers that any reader of the format composites to the same picture: the ground
/// at the bottom, then one a pass. A pass that the format can say exactly is a plain layer with its
/// composite-op; any other is baked: the picture after it, where it lands. So is a group that
/// mixes, as one; the layers of any other are to be nested. At 8 bits unless the painting has 16,
/// or rounding layers to 8 would show (more than half a level in the result). Nothing when stopped.
std::optional<std::vector<Layer>> layers_of(const Painting& painting,
                                            const std::stop_token& stop = {},
                                            const Progress& progress = {});

/// The memory that this and a merged picture may take, at the most.
std::uint64_t bytes_to_lay_out(const Painting& painting);

/// The layers as entries of a stack, those of a group nested.
std::vector<LayerEntry> nested(const Painting& painting, const std::vector<Layer>& layers);

/// Layers as a painting: layer `under` is the underpaint (over white, and sealed on `date`), each
/// one above it a pass; hidden ones are switched off, those below it come first.
Painting painting_from(const std::vector<Layer>& layers, std::size_t under, Size size,
                       const std::string& date);

}  // namespace underpaint
