// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>

#include "raster/picture.h"

namespace underpaint {

/// A check sum of a picture's size, kind and pixels, by which two saves of a file are told apart
/// without keeping their pixels: CRC-32 above, Adler-32 below (both RFC 1950 and 1952).
std::uint64_t pixel_sum(const Picture& picture);

}  // namespace underpaint
