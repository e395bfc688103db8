// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>

#include "raster/geometry.h"
#include "raster/picture.h"

namespace underpaint {

/// A photograph with the perspective of four corners taken out, clockwise from the upper left; in
/// its pixels. One that is larger is taken at a long side of kPhotographSide: studies are compared
/// smaller than that. Nothing where the corners enclose no area or cross.
std::optional<Picture> without_perspective(const Picture& photograph,
                                           std::span<const Point, 4> corners);

inline constexpr int kPhotographSide = 2400;

}  // namespace underpaint
