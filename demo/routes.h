// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <string_view>

#include "painting/painting.h"

namespace underpaint::demo {

// The same grey picture finished by two orders of work. Each slips once on its way, is brought
// back, and stands within budget in the end.

/// Colour over the sealed greys: a gradient map, parts coloured in a group, painted colour, an
/// overlay that lifts too much, the greys given back.
Painting grey_to_colour(Size size);
/// Flat colours on a plain ground, shaded over and under; curves for the hue of the shadows, which
/// lift them; the greys given back.
Painting flats_and_shade(Size size);

/// Everything that the program brings along.
struct Demo {
    std::string_view route;  ///< "" for the one that is not finished
    std::string_view file;
    Painting (*make)(Size size);
    Size size;
};
extern const std::array<Demo, 3> kDemos;

}  // namespace underpaint::demo
