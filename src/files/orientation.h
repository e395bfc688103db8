// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <optional>
#include <span>

#include "raster/picture.h"

namespace underpaint {

/// How the rows of a stored picture lie, counted as EXIF and TIFF do (EXIF 2.32, 4.6.4; TIFF 6.0,
/// Orientation): 1 is upright, 3 upside down, 6 is to be turned to the right, 8 to the left, and 2,
/// 4, 5 and 7 are mirrored as well.
using Orientation = int;
inline constexpr Orientation kUpright = 1;

/// The orientation in an EXIF block, with or without "Exif" before it; `kUpright` where it has none
/// that can be read.
Orientation orientation_in_exif(std::span<const std::byte> exif);

/// The picture as it is to be seen; no pixel changes.
Picture upright(Picture picture, Orientation stored);

}  // namespace underpaint
