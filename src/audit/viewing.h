// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <span>
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

/// What a block of pixels adds to the pixels at viewing scale that it lies on: sums of steps above
/// 1, in whole units.
struct ViewingCells {
    Rect area;  ///< at viewing scale
    std::vector<std::uint16_t> sums;
};

/// Averages a picture down to viewing scale block by block, so that what is measured there was
/// blended at full size first. Sums are whole numbers: what comes out does not depend on the order
/// of blocks.
class ViewingGrid {
public:
    /// \param pixels the size that is walked, \param picture the picture's own
    ViewingGrid(Size pixels, Size picture);

    Size size() const { return size_; }
    void average(const FloatBlock& steps, ViewingCells& cells) const;
    /// From the sums of all cells.
    ViewingSteps steps(std::span<const std::uint16_t> sums) const;
    /// The same of one area, into steps of the whole.
    void read(std::span<const std::uint16_t> sums, const Rect& area, FloatBlock& steps) const;

private:
    /// Where a row or column of pixels goes: to `first` and the one after it, by how much.
    struct Shares {
        int first;
        float share, rest;
    };
    static std::vector<Shares> shares(int from, int to);

    Size size_, picture_;
    std::vector<Shares> across_, down_;  // empty unless it averages
};

/// One state of a picture at viewing scale, while its tiles are walked by any number of threads.
class ViewingTally {
public:
    ViewingTally(Size pixels, Size picture);

    /// Every pixel once, in blocks that don't overlap.
    void add(const FloatBlock& steps);
    /// When all pixels were added.
    ViewingSteps steps() const { return grid_.steps(sums_); }

private:
    ViewingGrid grid_;
    std::vector<std::uint16_t> sums_;
};

}  // namespace underpaint
