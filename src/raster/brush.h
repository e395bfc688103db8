// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "raster/picture.h"

namespace underpaint {

/// A round brush that paints coverage into a mask.
struct Brush {
    double radius = 40;   ///< in pixels of the picture, at full pressure
    double hardness = 0;  ///< share 0..1 of the radius that is laid on evenly
    double flow = 0.1;    ///< how much one dab lays on at full pressure, 0..1
    bool takes_off = false;
    friend bool operator==(const Brush&, const Brush&) = default;
};

/// Where a pen is, and how hard it presses, 0..1.
struct PenPoint {
    Point at;
    double pressure = 1;
};

/// One stroke on its way: dabs at even distances along the way of the pen. Pressure lays on less,
/// and makes the dab smaller down to half its radius.
class BrushStroke {
public:
    explicit BrushStroke(const Brush& brush) : brush_(brush) {}

    /// Takes the pen on to `to` and lays the dabs on the way into `mask`, a grey picture. Returns
    /// what may have changed, empty when nothing has.
    Rect move(Picture& mask, const PenPoint& to);

private:
    Rect dab(Picture& mask, const PenPoint& at) const;

    Brush brush_;
    std::optional<PenPoint> last_;
    double left_ = 0;  // of the way to the next dab
};

/// Coverage 0..1 of a dab at a distance from its centre, both as shares of its radius: a smoothstep
/// from the hard core to the rim.
double dab_coverage(double away, double hardness);

}  // namespace underpaint
