// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/placement.h"

namespace underpaint {

PlacementMap map_of(const Placement& placement, Size picture) {
    const double by = 1 / placement.scale;
    // After 0, 1, 2, 3 quarter turns clockwise the painting's x runs along x, against y, against x,
    // along y.
    const bool swapped = placement.quarter_turns % 2 != 0;
    const bool x_against = placement.quarter_turns == 1 || placement.quarter_turns == 2;
    const bool y_against = placement.quarter_turns == 2 || placement.quarter_turns == 3;
    const auto axis = [&](double start, bool against, bool flipped, int length) {
        const AxisMap along{-start * by, by};
        return against != flipped ? AxisMap{length - along.at, -by} : along;
    };
    const bool flip_across = swapped ? placement.upended : placement.mirrored;
    const bool flip_down = swapped ? placement.mirrored : placement.upended;
    return {swapped,
            axis(placement.x, x_against, flip_across, swapped ? picture.height : picture.width),
            axis(placement.y, y_against, flip_down, swapped ? picture.width : picture.height)};
}

}  // namespace underpaint
