// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <vector>

#include "colour/reader.h"
#include "painting/painting.h"
#include "raster/rgb_block.h"

namespace underpaint {

// What became of a picture between two saves is measured on small copies of both, which cost little
// to keep: a whole ledger of saves can be gone through when the files are long gone.

/// Long side of the copies.
inline constexpr int kComparedSide = 700;

/// A state of the picture, in the seal's frame, of another size.
RgbBlock small_copy(const Picture& picture, Size size);
/// The level of a picture that is kept and compared: its deepest halving that is not smaller than
/// the ledger's pictures, so that a file and its kept picture come out alike.
Pyramid::Level at_kept_scale(const Pyramid& picture);

/// The ground on which states are compared: the seal and its parts, small.
struct ComparedGround {
    Size size;
    RgbBlock colours;   ///< of the seal
    FloatBlock sealed;  ///< steps
    /// For each pixel, row by row, 1 + the index in the painting's list of the part that covers it
    /// most, by half at least. 0: none.
    std::vector<std::uint32_t> part;
};
ComparedGround compared_ground(const Painting& painting, Reader reader);

/// Two states, one after the other.
struct StatePair {
    const ComparedGround& ground;
    RgbBlock before, now;
    FloatBlock was, is;  ///< steps
};
StatePair state_pair(const ComparedGround& ground, RgbBlock before, RgbBlock now, Reader reader);

/// Now minus before in steps, through a blur of two pixels: grain, and what a kept JPEG adds along
/// edges, is no change that is seen.
FloatBlock seen_change(const StatePair& pair);

/// The value below which a share (0..1) of some values lies; by the nearest rank. 0 of none.
double at_share(std::vector<float> values, double share);

}  // namespace underpaint
