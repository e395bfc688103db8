// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "raster/pyramid.h"

namespace underpaint {

/// A frozen copy of the underpaint that every later state is compared with. Never edited.
struct Seal {
    int number = 1;
    std::string date;  ///< ISO 8601 day, "2026-11-19"
    SharedPicture picture;
    friend bool operator==(const Seal&, const Seal&) = default;
};

}  // namespace underpaint
