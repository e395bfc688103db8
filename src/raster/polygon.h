// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

#include "raster/picture.h"

namespace underpaint {

/// A mask of `size`, 8 bits, by how much of each pixel lies inside the closed outline through
/// `points` (even-odd where it crosses itself; exact across, to an eighth of a pixel down), then
/// `soften` pixels of Gaussian blur (its sigma, 0..200). Fewer than three points make an empty
/// mask. Points may lie outside.
Picture outline_mask(Size size, std::span<const Point> points, double soften = 0);

/// Share 0..1 of the picture that a mask covers.
double covered_share(const Picture& mask);

}  // namespace underpaint
