// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "audit/step_histogram.h"
#include "painting/shape_splits.h"

namespace underpaint {

/// Share 0..1 of the pixels in each shape, the darkest first.
std::vector<double> shape_shares(const StepHistogram& steps, const Splits& splits);

/// The splits that best part a picture into shapes: those that leave the least variance inside
/// them, found exactly on bins of 1/500 step, or of 1/800 of the values there are where that is
/// more. Otsu's criterion for several thresholds: Liao, Chen and Chung, "A fast algorithm for
/// multilevel thresholding", 2001, eq. 8. With fewer values than shapes some shapes stay empty.
Splits best_splits(const StepHistogram& steps, ShapeCount count);

}  // namespace underpaint
