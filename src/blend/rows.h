// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

#include "blend/lay.h"
#include "blend/table.h"
#include "colour/reader.h"
#include "raster/rgb_block.h"

namespace underpaint {

// Whole rows of pixels, by the widest instructions that the machine has. Each function does to
// every pixel what its scalar namesake does, within kRowTolerance, with one choice of mode or
// reader for the row. Pixels are encoded, 0..1, and so is what comes out, whatever goes in: NaN
// counts as 0. All spans of one call have one length; none may overlap except where said.

/// How far a row function may be off its scalar namesake: in encoded units, and in hundredths of L*
/// and of warmth.
inline constexpr float kRowTolerance = 2e-4F;

/// What a row is laid with: a colour for each pixel, or one for all.
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

/// read(): L*-equivalents 0..100.
void read_row(Reader reader, ConstRgbRow pixels, std::span<float> out);

/// luminance(): 0..1.
void luminance_row(ConstRgbRow pixels, std::span<float> out);

/// lightness_of_luminance(): L* 0..100.
void lightness_row(std::span<const float> luminance, std::span<float> out);

/// encoded_grey_of(): the neutral that reads as L* 0..100. May be done in place.
void encoded_grey_row(std::span<const float> lightness, std::span<float> out);

/// warmth().
void warmth_row(ConstRgbRow pixels, std::span<float> out);

/// Table::operator(), for curves and gradients. May be done in place.
void table_row(const Table& table, std::span<const float> in, std::span<float> out);

/// Coverage taken together: where either covers, and where both do.
void unite_row(std::span<float> coverage, std::span<const float> other);
void intersect_row(std::span<float> coverage, std::span<const float> other);

}  // namespace underpaint
