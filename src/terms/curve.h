// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "blend/table.h"

namespace underpaint {

/// A tone curve by the points it goes through, encoded values 0..1, `in` rising. No points: every
/// value stays as it is. Before the first and after the last point it is level.
struct CurvePoint {
    float in = 0, out = 0;
    friend bool operator==(const CurvePoint&, const CurvePoint&) = default;
};
using CurvePoints = std::vector<CurvePoint>;

/// The curve through the points that never swings past them: the monotone cubic of Fritsch and
/// Carlson, "Monotone piecewise cubic interpolation", 1980, eq. 4 (harmonic mean of the slopes).
double curve_at(const CurvePoints& points, double in);

/// One channel's curve after the curve of all channels.
Table table_of(const CurvePoints& all, const CurvePoints& channel);

/// Sorted, inside 0..1, no two at one place.
CurvePoints in_range(CurvePoints points);

}  // namespace underpaint
