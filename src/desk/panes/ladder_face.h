// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <functional>
#include <optional>
#include <vector>

#include "audit/step_histogram.h"
#include "colour/reader.h"
#include "colour/rgb.h"

namespace underpaint {

/// A figure below the ladder.
struct LadderFigure {
    QString label, value;
    bool words = false;  ///< the value is not a figure
};

/// Something on the right of the scale that is dragged along it.
struct LadderHandle {
    double step = 5;
    std::optional<Rgb> colour = {};  ///< of its tag; without one it is a plain mark
    bool chosen = false;
    QString about = {};  ///< as its accessible name
};

/// One end of the range drawn toward the other: from which grey on, and how far.
struct LadderPull {
    bool from_light = true;
    double begins = 5, was = 9, is = 9;
};

/// An action on a handle, or, to add one, on a place of the scale.
enum class HandleAct { choose, move, release, add, remove };

/// The content that a bench puts on the ladder.
struct LadderFace {
    QString about;
    QString left, right;  ///< what the sides are called; empty: not called anything
    const StepHistogram* filled = nullptr;    ///< on the left
    const StepHistogram* outlined = nullptr;  ///< on the right
    ValueScale scale = ValueScale::one_to_nine;
    /// The plan is on the right, and its lines can be dragged.
    bool plans = false;
    std::vector<LadderFigure> figures = {};
    std::vector<LadderHandle> handles = {};
    /// A press anywhere on the scale takes the first handle there: the ladder is answered on.
    bool asks = false;
    /// The colour at a step of a strip beside the scale; null where there is none.
    std::function<Rgb(double)> strip = {};
    std::optional<LadderPull> pull = {};

    bool moves() const { return plans || !handles.empty(); }
};

}  // namespace underpaint
