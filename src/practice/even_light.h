// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "colour/reader.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// Takes out the slope of the light that a study was photographed in: the plane in the logarithm of
/// its luminance that is left once each shape has a luminance of its own, or, where the study has
/// full values, over the reference's. How light the whole is, is the painter's.
/// \param shapes the reference's, of a flat study; empty: of full values
void even_out(RgbBlock& study, Reader reader, const FloatBlock& reference,
              const std::vector<std::size_t>& shapes);

}  // namespace underpaint
