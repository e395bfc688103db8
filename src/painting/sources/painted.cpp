// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/sources/painted.h"

#include <cmath>

#include "painting/turner.h"

namespace underpaint {

void Painted::turn(Turner& turner) {
    const Point corner = turner.corner_of(x, y, pixels->size().width, pixels->size().height);
    x = static_cast<int>(std::lround(corner.x));
    y = static_cast<int>(std::lround(corner.y));
    pixels = turner.picture(pixels);
}

}  // namespace underpaint
