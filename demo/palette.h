// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/painting.h"

namespace underpaint::demo {

/// The painting with its palette, the mother colour, and a plan for six of its parts, not laid.
Painting with_demo_palette(Painting painting);

}  // namespace underpaint::demo
