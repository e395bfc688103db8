// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "raster/picture.h"

namespace underpaint {

/// Gaussian blur of `sigma` pixels (0..200); the border is mirrored.
void blur(FloatBlock& pixels, double sigma);

/// Pixels beyond which a blur takes nothing in.
int blur_reach(double sigma);

/// Writes the pixels of `tile` of one channel of `from`, blurred, into `to`, a picture of the same
/// size. They are the same whatever tile they are asked for in.
void blur_into(Picture& to, const Picture& from, int channel, double sigma, const Rect& tile);

}  // namespace underpaint
