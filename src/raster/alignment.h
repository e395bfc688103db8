// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>

#include "raster/reframe.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// The place of a picture in another one, or in another state of itself: mirrored or turned, then
/// scaled, then moved. A point p of the first, mirrored and turned, lies at `at + scale x p` of the
/// other.
struct Alignment {
    bool mirrored = false;  ///< left to right, before it is turned
    int quarter_turns = 0;  ///< clockwise, 0..3
    double scale = 1;
    Point at;
    /// How surely it is the same, 0..1: the median correlation of the greys over blocks of a tenth
    /// of what both show each way, so that something new in one place does not count against it.
    double certainty = 0;
    double seen = 0;  ///< share of the first that the other shows

    bool turned() const { return mirrored || quarter_turns != 0; }
    friend bool operator==(const Alignment&, const Alignment&) = default;
};

/// Certainty from which two pictures are taken for the same, and below which for different ones.
/// Between them a person is asked.
inline constexpr double kSurelyAligned = 0.8, kPerhapsAligned = 0.5;

/// Looks for `first` in `other` by correlation, refined by OpenCV's findTransformECC (Evangelidis
/// and Psarakis 2008) and, where the scale is 1, by phase correlation: two planes of lightness of
/// any size and range: as it is, mirrored and turned; cropped, extended, and from a third to three
/// times as large. Exact to half a pixel where the scale is 1. Certainty 0 where one of them is of
/// one tone. Nothing when stopped.
std::optional<Alignment> aligned(const FloatBlock& first, const FloatBlock& other,
                                 const std::stop_token& stop = {});

/// The other picture turned and mirrored back, so that it lies as the first one does.
Picture turned_back(Picture other, const Alignment& found);

/// How the first, mirrored and turned already, comes to lie in the frame of the other.
Reframe frame_of(const Alignment& alignment, Size first, Size other);

}  // namespace underpaint
