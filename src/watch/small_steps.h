// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "raster/pyramid.h"
#include "render/readings.h"
#include "render/view.h"

namespace underpaint {

/// Steps of a picture at its deepest halving that is still `side` pixels long. Halvings are kept
/// with the picture, so that what else is measured of it has them too.
inline FloatBlock small_steps(const SharedPicture& picture, int side, Reader reader) {
    return steps_of(*picture->level(level_for(picture->size(), side)), reader);
}

}  // namespace underpaint
