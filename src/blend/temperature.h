// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "blend/table.h"

namespace underpaint {

/// temperature_of_hue() over the diamond |a| + |b| = 1 of OKLab's a and b, a whole turn being 0..1:
/// going round the diamond instead of the circle spares rows the arc tangent.
const Table& temperature_on_diamond();

/// The hue in degrees that stands at a turn 0..1 of the diamond.
float hue_on_diamond(double turn);

}  // namespace underpaint
