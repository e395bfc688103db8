// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "blend/mode.h"
#include "painting/gradient.h"
#include "raster/picture.h"

namespace underpaint {

// What is worked out about a gradient that is read at lightness: place t stands for L* = 100 t.

/// The stops at the lightness of their places, L* = 100 t, their chromaticity kept; see relight().
GradientStops matched_to_values(const GradientStops& stops);

/// The stop nearest to the blend's neutral (in OKLab) put exactly on it, so that the pass leaves
/// that value alone. As they were where the blend has none.
GradientStops with_neutral_end(GradientStops stops, BlendMode blend);

/// A stretch of values 0..1 over which a gradient's own lightness falls while the value rises.
struct Turnover {
    double from = 0, to = 0;
    double fall = 0;  ///< L* lost over it
};
/// The turnovers where more than half of L* 1 is lost; from dark to light.
std::vector<Turnover> turnovers_of(const GradientStops& stops, Mixing mixing,
                                   const Tune& tune = {});

/// The mean colour of each whole step of the nine-step scale that covers at least `least` of the
/// picture, at the mean lightness of its pixels. Empty where the picture is.
GradientStops stops_of(const Picture& picture, double least = 0.002);

/// One more stop at a place, of the colour that the gradient has there already.
GradientStops with_stop(GradientStops stops, float at, Mixing mixing);

}  // namespace underpaint
