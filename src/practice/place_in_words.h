// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "raster/geometry.h"

namespace underpaint {

/// The ninth of a picture that the centre of an area lies in: "upper left", "middle", "lower
/// right".
std::string place_in_words(const Rect& area, Size picture);

}  // namespace underpaint
