// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <span>
#include <vector>

#include "raster/picture.h"
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
    Size size() const { return steps.area().size(); }
};

/// Steps of a picture of some size, averaged to `side` where they are larger.
ViewingSteps at_viewing_scale(FloatBlock steps, Size picture, int side = kViewingSide);

/// The contribution of a block of pixels to the pixels at viewing scale that it covers, in whole
/// units, so that the order of blocks does not matter.
template <class Unit>
struct Cells {
    Rect area;  ///< at viewing scale
    std::vector<Unit> sums;
};
/// Cells of steps above 1.
using StepCells = Cells<std::uint16_t>;

/// The three channels of linear light in one whole number, which add up together.
using LinearSum = std::uint64_t;
using LinearCells = Cells<LinearSum>;

/// Units in one step above 1: the lightest step is just inside 16 bits. All states are kept at
/// once, so they are kept no finer than any measure needs.
inline constexpr float kStepUnit = 8190;
/// Bits of full light, with room for what rounding adds where blocks meet.
inline constexpr int kLightBits = 21;
inline constexpr float kLightUnit = (1 << kLightBits) - 16;

/// Averages a picture down to viewing scale block by block, so that what is measured there was
/// blended at full size first. Sums are whole numbers: what comes out does not depend on the order
/// of blocks.
class ViewingGrid {
public:
    /// \param pixels the size that is walked, \param picture the picture's own
    ViewingGrid(Size pixels, Size picture);

    Size size() const { return size_; }
    /// Whether the picture is larger than the viewing scale; if not, its pixels are as they are.
    bool averages() const { return !across_.empty(); }
    /// How many of its rows are complete when so many rows of pixels have been added.
    int complete_rows(int pixel_rows) const;
    /// Pixels of it in one of the picture, by the long side.
    double scale() const;
    /// Viewing pixels in one of it.
    double pixel() const;
    void average(const FloatBlock& steps, StepCells& cells) const;
    /// The pixels in linear light with them; where it averages only.
    void average(const FloatBlock& steps, const RgbBlock& linear, StepCells& step_cells,
                 LinearCells& linear_cells) const;
    /// The steps at viewing scale, from the sums of all cells.
    ViewingSteps steps(std::span<const std::uint16_t> sums) const;
    /// The same of one area, into steps of the whole.
    void read(std::span<const std::uint16_t> sums, const Rect& area, FloatBlock& steps) const;
    static float step_of_sum(std::uint16_t sum) { return 1 + static_cast<float>(sum) / kStepUnit; }
    static Rgb light_of_sum(LinearSum sum) {
        constexpr LinearSum mask = (LinearSum{1} << kLightBits) - 1;
        const auto channel = [&](int i) {
            return static_cast<float>(sum >> i * kLightBits & mask) * (1 / kLightUnit);
        };
        return {channel(0), channel(1), channel(2)};
    }
    /// How far a mask of the walked size covers the pixels of an area at viewing scale, 0..1. False
    /// where it does not lie there.
    bool cover(const Picture& mask, const Rect& area, FloatBlock& cover) const;

private:
    /// Calls `send(row at viewing scale, sums of each cell)` for each row that some channels of a
    /// block add to, from the top down. `row(y, channel)` gives the block's.
    template <std::size_t channels, class Row, class Send>
    void sum_up(const Rect& area, Rect& cells, Row row, Send send) const;
    /// The rows or columns at viewing scale that a row or column of pixels adds to: `first` and the
    /// one after it, and how much to each.
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
