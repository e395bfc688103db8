// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <variant>

#include "raster/pyramid.h"

namespace underpaint {

/// One colour everywhere the pass reaches.
struct Tint {
    Rgb colour;
    friend bool operator==(const Tint&, const Tint&) = default;
};

/// Painted colour: pixels with alpha, their top left corner at (x, y) of the picture. What lies
/// outside the picture stays in the file and is not seen.
struct Painted {
    SharedPicture pixels;
    int x = 0, y = 0;
    friend bool operator==(const Painted&, const Painted&) = default;
};

/// What a pass lays on.
using Source = std::variant<Tint, Painted>;

/// "plain tint", "painted colour".
const char* kind_of(const Source& source);

/// The colour that stands for the source: a tint itself, else the mean weighted by alpha.
Rgb mean_colour(const Source& source);

}  // namespace underpaint
