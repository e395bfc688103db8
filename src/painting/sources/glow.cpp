// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/sources/glow.h"

#include "painting/turner.h"

namespace underpaint {

void Glow::turn(Turner& turner) {
    centre = turner.point(centre);
}

}  // namespace underpaint
