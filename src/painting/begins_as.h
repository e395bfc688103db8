// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>

#include "blend/mode.h"
#include "raster/geometry.h"

namespace underpaint {

/// The painting that a new pass is to be laid on, as far as what it begins with depends on it.
struct NewPassOn {
    Size size;
    Point lead;         ///< the middle of the first focus, or of the picture
    bool flat = false;  ///< it is not shaded yet: there are no values to be found

    int long_side() const { return std::max(size.width, size.height); }
};

/// The settings that a new pass of a source begins with, and how it is offered.
template <class Source>
struct BeginsAs {
    const char *label, *about;  ///< in the menu
    Source source;
    BlendMode blend;
    float strength = 1;
};

/// A source that nobody can lay without having chosen a picture first.
struct BeginsWithAPicture {};

}  // namespace underpaint
