// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "raster/rgb_block.h"

namespace underpaint {

/// One colour of a palette, and the share 0..1 of the picture that is nearest to it.
struct Swatch {
    Rgb colour;
    double share = 0;
    friend bool operator==(const Swatch&, const Swatch&) = default;
};

/// The colours that a picture comes down to, the largest share first: k-means in OKLab (Lloyd 1982,
/// begun by Arthur and Vassilvitskii 2007), each the mean of what is nearest to it. At most
/// `count`; fewer where the picture has fewer. The same on every run. Meant for a small copy.
std::vector<Swatch> palette_of(const RgbBlock& pixels, int count);

}  // namespace underpaint
