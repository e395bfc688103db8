// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <span>

#include "colour/reader.h"
#include "painting/plan.h"
#include "raster/rgb_block.h"

namespace underpaint {

// What the lenses that look at values alone make of the pixels of a tile, or of a whole image.

/// Each pixel becomes the flat value of its shape.
void flatten_to_shapes(RgbBlock& pixels, Reader reader, ShapeCount count, const Splits& splits);

/// All but pure black and white outside the foci goes into the middle greys. `shrink` as in View.
void mark_extremes(RgbBlock& pixels, std::span<const Focus> foci, double shrink);

/// Its values, so dark that what is drawn over them stands out.
void sink(RgbBlock& pixels, Reader reader);

/// Gaussian blur; `sigma` in pixels of the image, at most some hundred.
void squint(QImage& image, double sigma);

}  // namespace underpaint
