// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/sources/glow.h"

#include "painting/reframer.h"

namespace underpaint {

void Glow::reframe(Reframer& reframer) {
    centre = reframer.point(centre);
    radius = kGlowRadius.clamp(radius * static_cast<float>(reframer.scale()));
}

}  // namespace underpaint
