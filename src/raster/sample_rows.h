// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <span>

#include "raster/rgb_block.h"

namespace underpaint {

// Rows of stored samples to floats 0..1 and back, by the widest instructions that the machine has.
// The spans of one call have one length.

void unpack_row(std::span<const std::uint8_t> samples, std::span<float> out);
void unpack_row(std::span<const std::uint16_t> samples, std::span<float> out);

/// Rounds to the nearest level, halves to the even one; what is outside 0..1 goes to the nearest
/// end, NaN to 0.
void pack_row(std::span<const float> values, std::span<std::uint8_t> out);
void pack_row(std::span<const float> values, std::span<std::uint16_t> out);

/// The same as a screen takes it: four bytes a pixel, blue, green, red, 255.
void pack_screen_row(ConstRgbRow pixels, std::span<std::uint8_t> out);

/// Plain means of two rows and of neighbours in them: out[i] is the mean of in 2i and 2i + 1 of
/// both rows. An odd last sample stands for both; out is half as long, rounded up. Means are
/// rounded to the nearest level, halves up.
void halve_rows(std::span<const std::uint8_t> above, std::span<const std::uint8_t> below,
                std::span<std::uint8_t> out);
void halve_rows(std::span<const std::uint16_t> above, std::span<const std::uint16_t> below,
                std::span<std::uint16_t> out);

}  // namespace underpaint
