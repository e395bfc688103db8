// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/painting.h"

namespace underpaint {

/// The two sides of the seal line.
enum class Stage {
    values,  ///< the underpaint, and the value passes that shape it
    colour,  ///< the seal, and the passes over it
};

std::vector<Pass>& passes_at(Painting& painting, Stage stage);
const std::vector<Pass>& passes_at(const Painting& painting, Stage stage);

/// One side of the seal line as a painting of its own, so that whatever shows, measures or mends
/// passes does so on either side. The values: the underpaint as its ground, unsealed, the value
/// passes as its passes. The colour: the painting as it is.
Painting staged(const Painting& painting, Stage stage);

/// The painting as it is seen in the end: all passes of an unsealed one, those above the seal line
/// first; a sealed one as it is.
Painting as_seen(const Painting& painting);

/// Two pictures of one size as a painting: the one is the seal, the other laid over it, so that
/// they can be shown side by side and what differs be measured like the drift of a pass.
Painting compared(const Painting& painting, SharedPicture was, SharedPicture is, std::string name);

}  // namespace underpaint
