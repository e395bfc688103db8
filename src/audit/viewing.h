// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <vector>

#include "raster/rgb_block.h"

namespace underpaint {

/// Long side of the *viewing scale*, in pixels: how large a picture is when it is judged as a
/// whole. A *viewing pixel* is 1/1600 of the long side, whatever the picture's size.
inline constexpr int kViewingSide = 1600;

/// A picture's steps at viewing scale: area-averaged when it is larger, as they are when it is not.
struct ViewingSteps {
    FloatBlock steps;
    double scale = 1;  ///< pixels of `steps` in one pixel of the picture, by its long side
    double pixel = 1;  ///< viewing pixels in one of them: more than 1 in a smaller picture
};

/// Steps of a picture of some size, averaged to `side` where they are larger.
ViewingSteps at_viewing_scale(FloatBlock steps, Size picture, int side = kViewingSide);

/// Brings one state of a picture to viewing scale while its tiles are walked, so that what is
/// measured there was blended at full size first. Any number of threads may add tiles; what comes
/// out does not depend on their order.
class ViewingTally {
public:
    /// \param pixels the size that is walked, \param picture the picture's own
    ViewingTally(Size pixels, Size picture);

    /// Every pixel once, in blocks that don't overlap.
    void add(const FloatBlock& steps);
    /// When all pixels were added.
    ViewingSteps steps() const;

private:
    /// Where a row or column of pixels goes: to `first` and the one after it, by how much.
    struct Cells {
        int first;
        float share, rest;
    };
    static std::vector<Cells> cells(int from, int to);

    Size size_, picture_;
    bool averages_;
    std::vector<Cells> across_, down_;  // empty unless it averages
    std::vector<std::uint16_t> sums_;   // steps above 1, in whole kUnits
};

}  // namespace underpaint
