// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <cstdint>
#include <span>

namespace underpaint {

/// How the bytes of a row are foretold from those beside and above, so that what is left packs
/// well; PNG (third edition), section 9.
enum class PngFilter : std::uint8_t { none, sub, up, average, paeth };

/// Filters a row.
/// \param above the row above, of the same length; zeros for the first
/// \param pixel bytes of a pixel
void filter_row(PngFilter filter, std::span<const std::uint8_t> row,
                std::span<const std::uint8_t> above, std::size_t pixel,
                std::span<std::uint8_t> left);

}  // namespace underpaint
