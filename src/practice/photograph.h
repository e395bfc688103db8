// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>

#include "raster/geometry.h"
#include "raster/picture.h"

namespace underpaint {

/// A photograph with the perspective of four corners taken out, clockwise from the upper left; in
/// pixels. Nothing where they enclose no area or cross.
std::optional<Picture> without_perspective(const Picture& photograph,
                                           std::span<const Point, 4> corners);

}  // namespace underpaint
