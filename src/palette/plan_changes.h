// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "blend/tune.h"
#include "painting/palette.h"

namespace underpaint {

/// A plan with all of its colours moved together, as colours of its own: those of the palette stay.
/// The mother's share comes on top, as for any planned colour.
ColourPlan tuned_plan(ColourPlan plan, const Palette& palette, const Tune& tune);

}  // namespace underpaint
