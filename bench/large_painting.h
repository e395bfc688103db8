// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/changes.h"

/// Invented paintings of any size for measuring: light forms over a ramp with a fine tooth, so that
/// no tile is of one value and no branch of a formula goes untaken.
namespace underpaint::bench {

inline constexpr Size k4Megapixels{2449, 1633}, k24Megapixels{6000, 4000},
    k96Megapixels{12000, 8000};

/// Grey or in colour; the same for a seed.
Picture structured(Size size, Channels channels, unsigned seed);

/// An underpaint, sealed.
Painting sealed_grey(Size size);

/// Twelve passes of all kinds of source and mode that painters use; every second one over a part of
/// a quarter of the picture.
Painting twelve_passes(Size size);

/// A painting and five other versions of it, which share all but a gradient.
Painting six_versions(const Painting& one);

/// As files come from elsewhere: three hundred small layers, here and there and over one another,
/// with soft borders, in the modes of twelve_passes().
Painting three_hundred_layers(Size size);

}  // namespace underpaint::bench
