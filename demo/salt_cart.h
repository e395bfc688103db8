// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/painting.h"

namespace underpaint::demo {

/// *Salt cart at dusk*: the grey picture, sealed, with its parts, its focus at the lantern and six
/// passes, of which the last does real damage. 16..20000 pixels a side.
Painting salt_cart(Size size = {1600, 1200});

}  // namespace underpaint::demo
