// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <vector>

#include "painting/painting.h"

namespace underpaint {

/// The content of one layer of a file: a pass, or all passes of a group that mixes.
struct LayerPlan {
    std::size_t first, last;
    const Group* mixing = nullptr;
    bool native = false;            ///< a plain layer with its composite-op says all that it does
    bool hidden = false;            ///< it does not add to the picture
    SharedPicture ready = nullptr;  ///< pixels that are there already
};

/// One after the other, lowest first, without the ground. The painting must outlive them.
std::vector<LayerPlan> plans_of(const Painting& painting);

/// Whether a layer has the same pixels in two paintings, as far as can be told without making them.
bool same_layer(const Painting& before, const LayerPlan& was, const Painting& now,
                const LayerPlan& is);

}  // namespace underpaint
