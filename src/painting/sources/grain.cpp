// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/sources/grain.h"

#include "painting/reframer.h"

namespace underpaint {

void Grain::reframe(Reframer& reframer) {
    size = kGrainSize.clamp(size * static_cast<float>(reframer.scale()));
}

}  // namespace underpaint
