// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/sources/placed.h"

#include "painting/reframer.h"

namespace underpaint {

/// The picture keeps its pixels and is placed otherwise. Mirroring what is turned is turning the
/// other way what is mirrored.
void Placed::reframe(Reframer& reframer) {
    Placement& p = placement;
    const Size picture = pixels->size();
    const bool swapped = p.quarter_turns % 2 != 0;
    const double width = p.scale * (swapped ? picture.height : picture.width);
    const double height = p.scale * (swapped ? picture.width : picture.height);
    const Point corner = reframer.corner_of(p.x, p.y, width, height);
    p.x = corner.x, p.y = corner.y;
    p.scale = std::clamp<double>(p.scale * reframer.scale(), kPlacedScale.least, kPlacedScale.most);
    if (!reframer.turn()) return;
    switch (*reframer.turn()) {
        case Turn::right: p.quarter_turns = (p.quarter_turns + 1) % 4; break;
        case Turn::left: p.quarter_turns = (p.quarter_turns + 3) % 4; break;
        case Turn::half: p.quarter_turns = (p.quarter_turns + 2) % 4; break;
        case Turn::mirror:
            p.quarter_turns = (4 - p.quarter_turns) % 4;
            p.mirrored = !p.mirrored;
            break;
    }
}

}  // namespace underpaint
