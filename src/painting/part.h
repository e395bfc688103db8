// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "raster/pyramid.h"

namespace underpaint {

/// Parts are spoken of by number, so that they can be renamed and reordered.
using PartId = int;

/// A named area of the picture: a soft mask of the picture's size, 1 inside.
struct Part {
    PartId id = 0;
    std::string name;
    SharedPicture mask;
    /// Out of the way: not asked for under the pointer and not compared with the plan.
    bool hidden = false;
    friend bool operator==(const Part&, const Part&) = default;
};

}  // namespace underpaint
