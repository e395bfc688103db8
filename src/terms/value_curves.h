// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include "colour/value_scale.h"
#include "terms/curve.h"

namespace underpaint {

// Tone curves said in steps (1-9) of the scale. They go through points half a step apart, so that
// what is in between is within a hundredth of a step.

/// The curve that takes each step where `to` says.
CurvePoints curve_through(const std::function<double(double)>& to);

/// Moves the middle of the scale by `by` steps, -2..2, and leaves black and white where they are:
/// s + 4 by t (1 - t), t = (s - 1) / 8, which never turns back.
CurvePoints shift_curve(double by);
/// One point of a curve, and what a curve makes of a step.
CurvePoint curve_point(double step, double to);
double step_after(const CurvePoints& curve, double step);
/// The shift of the middle of the scale by a curve, in steps.
double shift_of(const CurvePoints& curve);

/// Stretches or squeezes the scale so that `from` comes to lie on `to`, evenly in between; what is
/// beyond goes on as far as there is scale. A `from` without width moves as a whole.
CurvePoints range_curve(const Range& from, const Range& to);

}  // namespace underpaint
