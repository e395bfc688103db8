// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "raster/pyramid.h"

namespace underpaint {

/// The pixels averaged by area, as encoded, to a long side of `side`; as they are where that is not
/// less.
RgbBlock shrunk(RgbBlock pixels, int side);
/// A whole picture made smaller, by its halvings first where they are at least twice as large.
RgbBlock shrunk(const Picture& picture, int side);

}  // namespace underpaint
