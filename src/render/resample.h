// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/placement.h"
#include "raster/picture.h"
#include "raster/pyramid.h"

namespace underpaint {

// Pictures as they are seen when the painting is shrunk (see View). Made smaller, each pixel is the
// mean of the area that it covers, taken from the nearest larger halving; made larger, it is mixed
// from its four neighbours.

/// A picture of the painting's own size (the ground, a mask): writes what is seen inside `tile`
/// into `to`, a picture of the size at that shrink and of the same channels and depth. Means are of
/// encoded values. The picture may not have alpha.
void resample(const Pyramid& from, double shrink, const Rect& tile, Picture& to);

/// How much of a tile something covers: where nothing or all of it, pixels need not be asked.
enum class Cover { none, some, all };

/// A picture placed over the painting: its colour, and its alpha, 0 where it does not reach. Both
/// blocks have the area of the tile. They are filled in only as far as the answer needs.
Cover resample(const Pyramid& from, const Placement& placement, double shrink, RgbBlock& colour,
               FloatBlock& alpha);

/// False when the picture can't be seen in any pixel of the tile. True says nothing.
bool may_be_seen(const Pyramid& from, const Placement& placement, double shrink, const Rect& tile);

/// The same as resample() where a pixel of the view is one of the picture: (x, y) is (x + left, y +
/// top) of it.
Cover read_placed(const Picture& from, int left, int top, RgbBlock& colour, FloatBlock& alpha);

}  // namespace underpaint
