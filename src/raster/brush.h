// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <span>

#include "colour/rgb.h"
#include "raster/picture.h"

namespace underpaint {

/// A brush that paints coverage into a mask, or colour and alpha into a picture that has them: a
/// dab of coverage d makes alpha a into a + d (1 - a), its colour laid over what was there (W3C
/// Compositing Level 1, 5.1); taking off makes it a (1 - d) and leaves colour alone.
struct Brush {
    double radius = 40;   ///< in pixels of the picture, at full pressure
    double hardness = 0;  ///< share 0..1 of the radius that is laid on evenly
    double flow = 0.1;    ///< how much one dab lays on at full pressure, 0..1
    bool takes_off = false;
    Rgb colour = {};     ///< of what is painted into a picture with colour
    double stretch = 1;  ///< of a dab along the strokes it follows; across it is as much thinner
    friend bool operator==(const Brush&, const Brush&) = default;
};

/// The place of a pen, and its pressure, 0..1.
struct PenPoint {
    Point at;
    double pressure = 1;
};

/// The way that strokes take at a place of a picture, in radians from the x axis towards y; nothing
/// where there is none.
using StrokeAngles = std::function<std::optional<double>(const Point& at)>;

/// One stroke on its way: dabs at even distances along the way of the pen. Pressure lays on less,
/// and makes the dab smaller down to half its radius.
class BrushStroke {
public:
    /// \param angles which dabs are turned and stretched along, where the brush stretches
    explicit BrushStroke(const Brush& brush, StrokeAngles angles = {})
        : brush_(brush), angles_(std::move(angles)) {}

    /// Takes the pen on to `to` and lays the dabs on the way into `canvas`, a mask or a picture
    /// with colour and alpha. Returns what may have changed, empty when nothing has.
    Rect move(Picture& canvas, const PenPoint& to);

private:
    struct Dab;
    Dab dab_at(const PenPoint& pen) const;
    Rect lay(Picture& canvas, std::span<const Dab> dabs) const;
    void lay_row(Picture& canvas, int x, int y, std::span<const float> laid) const;

    Brush brush_;
    StrokeAngles angles_;
    std::optional<PenPoint> last_;
    double left_ = 0;  // of the way to the next dab
};

/// Coverage 0..1 of a dab at a distance from its centre, both as shares of its radius: a smoothstep
/// from the hard core to the rim.
double dab_coverage(double away, double hardness);

}  // namespace underpaint
