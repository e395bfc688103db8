// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "icc/print_proof.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// The pixels as they are printed.
RgbBlock printed(const RgbBlock& pixels, const PrintProof& proof);
/// The pixels as a paper gives them back that does not bring anything in; see
/// PrintProof::reproduce().
RgbBlock reproduced(const RgbBlock& pixels, const PrintProof& proof);

}  // namespace underpaint
