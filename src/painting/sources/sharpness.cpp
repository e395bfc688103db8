// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/sources/sharpness.h"

#include "painting/reframer.h"

namespace underpaint {

void Sharpness::reframe(Reframer& reframer) {
    radius = kSharpnessRadius.clamp(radius * static_cast<float>(reframer.scale()));
}

}  // namespace underpaint
