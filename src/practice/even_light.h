// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "colour/reader.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// A shadow with an edge that fell on a study while it was photographed.
struct CastShadow {
    std::string where;  ///< "upper left", "middle"
    double share = 0;   ///< of the picture, 0..1
    double stops = 0;   ///< how much less light there is in it, above 0
};

/// Takes out the slope of the light that a study was photographed in: the plane in the logarithm of
/// its luminance that is left once each shape has a luminance of its own, or, where the study has
/// full values, over the reference's. How light the whole is, is the painter's.
///
/// A shadow with an edge is told of and stays: what was painted under it is not known well enough.
/// It is one where the light falls by the same factor in the reference's darks and in its lights,
/// in one piece that holds some of both.
/// \param shapes the reference's, of a flat study; empty: of full values
/// \param halves 1 where the reference is of its lighter half, by its best split in two, else 0
std::optional<CastShadow> even_out(RgbBlock& study, Reader reader, const FloatBlock& reference,
                                   const std::vector<std::size_t>& shapes,
                                   const std::vector<std::size_t>& halves);

inline constexpr double kLeastShadowStops = 0.35;
inline constexpr double kLeastShadowShare = 0.03;  ///< of the picture

}  // namespace underpaint
