// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <optional>
#include <vector>

#include "audit/step_histogram.h"
#include "colour/reader.h"

namespace underpaint {

/// A figure below the ladder.
struct LadderFigure {
    QString label, value;
    bool words = false;  ///< the value is not a figure
};

/// What a bench puts on the ladder.
struct LadderFace {
    QString about;
    QString left, right;  ///< what the sides are called; empty: not called anything
    const StepHistogram* filled = nullptr;    ///< on the left
    const StepHistogram* outlined = nullptr;  ///< on the right
    ValueScale scale = ValueScale::one_to_nine;
    /// The plan is on the right, and its lines can be dragged.
    bool plans = false;
    std::vector<LadderFigure> figures = {};
};

}  // namespace underpaint
