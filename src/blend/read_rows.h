// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

#include "colour/reader.h"
#include "raster/rgb_block.h"

namespace underpaint {

// Whole rows at once; see row_tolerance.h for what holds of all of them.

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

/// Readings of colours, made together at little more than the price of one: warmth(), oklab()'s a
/// and b, and intensity(), which is within 0.03 of its scalar where sRGB holds a chroma of 0.05 or
/// more. Near black and white it is less exact, since a chroma next to none is noise.
struct ColourReadings {
    std::span<float> warmth, a, b, intensity;
    std::span<float> lightness;  ///< read(Reader::lightness); left alone when empty
};
void colour_rows(ConstRgbRow pixels, const ColourReadings& out);
/// The same of pixels in linear light.
void colour_rows_of_light(ConstRgbRow linear, const ColourReadings& out);

/// The pixels in linear light, and read(Reader::lightness) of them where `lightness` is not empty.
void light_rows(ConstRgbRow pixels, RgbRow linear, std::span<float> lightness);

}  // namespace underpaint
