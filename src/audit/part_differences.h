// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "audit/measures.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// How one part differs between two colourings of one underpaint.
struct PartDifference {
    PartId part = 0;
    double colour = 0;                              ///< mean CIEDE2000 over what it covers by half
    double warmth_one = 0, warmth_other = 0;        ///< mean; see warmth()
    double intensity_one = 0, intensity_other = 0;  ///< mean, 0..1
    std::optional<double> turn;   ///< degrees of OKLCh hue from one to the other, -180..180
    std::optional<double> swing;  ///< the other's less the one's, where the part has both sides
};

/// Of each part that both have, the one that differs most first.
/// \param one, other the finished pictures, of one size, as small as wanted
/// \param of_one, of_other the last states of their audits
std::vector<PartDifference> part_differences(const Painting& painting, const RgbBlock& one,
                                             const PassAudit& of_one, const RgbBlock& other,
                                             const PassAudit& of_other);

/// The 95th percentile of how far the steps of two pictures of one size lie apart.
double steps_apart(const RgbBlock& one, const RgbBlock& other, Reader reader);

}  // namespace underpaint
