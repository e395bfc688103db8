// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>

#include "blend/lay.h"
#include "colour/reader.h"
#include "palette/backdrop.h"
#include "terms/verdict.h"

namespace underpaint {

/// A colour as it would be laid.
struct LaidColour {
    Rgb colour;
    BlendMode blend = BlendMode::color;
    float strength = 1;  ///< 0..1
    float hold = 0;      ///< 0..1, to what it finds
};

inline constexpr int kForecastSteps = 9;

/// The effect of a colour on values, before it is laid.
struct Forecast {
    /// Drift in steps over the neutral at each step 1..9; over coloured pixels the mean of those at
    /// that step, where there are any.
    std::array<std::optional<double>, kForecastSteps> steps;
    /// 95th percentile of |drift| over what it reaches (covered by half or more), and over the
    /// whole picture, as a pass that reaches the part alone is judged. Nearest rank.
    double p95 = 0, p95_of_picture = 0;
    double mean = 0;                  ///< of |drift|, over what it reaches
    Verdict verdict = Verdict::held;  ///< of p95 against the budget, as drift is judged
    /// The least hold in hundredths that keeps it within the budget, where `hold` does not.
    std::optional<int> least_hold;
};

/// Over a seal that is exact: a grey backdrop makes the result depend on the grey alone.
/// \param budget steps of drift that count as held
Forecast forecast(const Backdrop& over, const LaidColour& laid, Reader reader, double budget);

}  // namespace underpaint
