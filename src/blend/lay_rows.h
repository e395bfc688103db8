// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

#include "blend/lay.h"
#include "raster/rgb_block.h"

namespace underpaint {

// Whole rows at once; see row_tolerance.h for what holds of all of them.

/// The source of a row: a colour for each pixel, or one for all.
class SourceRow {
public:
    SourceRow(const ConstRgbRow& pixels) : pixels_(pixels), uniform_(false) {}
    SourceRow(const RgbRow& pixels) : SourceRow(ConstRgbRow(pixels)) {}
    SourceRow(Rgb colour) : pixels_({}, {}, {}), colour_(colour), uniform_(true) {}

    bool uniform() const { return uniform_; }
    Rgb colour() const { return colour_; }
    const ConstRgbRow& pixels() const { return pixels_; }

private:
    ConstRgbRow pixels_;
    Rgb colour_;
    bool uniform_;
};

/// How far it covers: strength times a coverage for each pixel, or everywhere the same.
struct CoverRow {
    float strength = 1;
    std::span<const float> coverage;  ///< empty: 1 everywhere
};

/// lay() of `source` over `state`, in place, with strength x coverage for its alpha.
/// `held_luminance` is empty (hold to what is found) or one luminance a pixel (hold to the seal).
void lay_row(const Laying& how, RgbRow state, const SourceRow& source, const CoverRow& cover,
             std::span<const float> held_luminance = {});

}  // namespace underpaint
