// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <vector>

#include "colour/reader.h"
#include "painting/painting.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// Figures of one colour of a palette.
struct ColourFigures {
    double step = 0;       ///< 1..9, by the reader
    double intensity = 0;  ///< 0..1
    double warmth = 0;     ///< signed; see warmth()
    double area = 0;       ///< share 0..1 of the picture that is nearest to it
};

/// Figures of all colours together.
struct PaletteFigures {
    std::vector<ColourFigures> colours;  ///< as they come out, with the mother's share
    double darkest = 0, lightest = 0;    ///< steps covered, from one colour to another
    double warm = 0, cool = 0;  ///< shares 0..1 of the picture nearest to warm and cool ones
    double none = 0;            ///< share that is near none of them
    std::optional<std::size_t> strongest;  ///< place of the one with the most strength
};

/// Farther than this in OKLab, a pixel is near none of the colours.
inline constexpr float kNearColour = 0.10F;
/// Warmth from which on a colour counts as warm, or below minus that as cool.
inline constexpr double kWarmColour = 1;

/// The shrink at which a picture's long side is at most so long.
double shrink_within(Size picture, int side);
/// The finished painting at that shrink. Nothing when stopped.
std::optional<RgbBlock> seen_within(const Painting& painting, int side,
                                    const std::stop_token& stop = {});

/// Figures of a palette in a picture, at viewing scale.
PaletteFigures figures_of(const Palette& palette, const RgbBlock& picture, Reader reader);

/// The place of the colour nearest to each pixel, in OKLab; -1 where none is near.
std::vector<int> nearest_colours(const std::vector<Rgb>& colours, const RgbBlock& picture);

}  // namespace underpaint
