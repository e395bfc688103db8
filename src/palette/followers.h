// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "painting/painting.h"

namespace underpaint {

/// A colour of the palette that is no longer what it was.
struct ChangedColour {
    Rgb was, is;
};

/// Colours that differ by less in each channel are one: what 8 bits can say.
inline constexpr float kSameColour = 0.6F / 255;

/// The places of the passes that have a colour: as a tint, the colour of a glow, a stop of a
/// gradient.
std::vector<std::size_t> passes_with(const Painting& painting, Rgb colour);

/// The painting whose passes have the new colours wherever they had the old ones. The passes of the
/// colour plan are laid by the plan, and stay.
Painting with_followers(Painting painting, const std::vector<ChangedColour>& changed);

}  // namespace underpaint
