// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/painting.h"

namespace underpaint::demo {

/// The painting as the first of four versions; the others are computed from it.
Painting with_demo_versions(Painting painting);

}  // namespace underpaint::demo
