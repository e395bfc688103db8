// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/brief.h"
#include "raster/picture.h"

namespace underpaint::demo {

// Small pictures that lie beside the demo painting.

/// Three arrangements of the salt cart: everything in the middle values; the darks drawn together;
/// the cart brought near.
struct Arrangements {
    Picture flat, dark, near;
};
/// As large as a thumbnail is, or as the painting where that is smaller.
Arrangements arrangements(Size painting);

/// Places that nobody has seen, painted to look a certain way: lamps over water at night, a glow in
/// a dark room, a pale wood in fog, hills in ink.
Picture harbour_lamps();
Picture kiln_door();
Picture fog_at_six();
Picture old_print();

}  // namespace underpaint::demo
