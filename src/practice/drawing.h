// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <random>

#include "colour/rgb.h"
#include "practice/drill.h"

namespace underpaint {

// What drills are drawn with. All of it comes out the same on every machine.

inline constexpr Size kDrillSize{520, 360};

/// Draws that are the same with every library, which the distributions of <random> are not.
class DrillDice {
public:
    explicit DrillDice(std::uint64_t seed) : engine_(seed) {}
    /// 0 .. count - 1
    int one_of(int count) { return static_cast<int>(engine_() % static_cast<unsigned>(count)); }
    /// low <= v < high
    double between(double low, double high) {
        constexpr double whole = 1ULL << 53;
        return low + (high - low) * static_cast<double>(engine_() >> 11) / whole;
    }

private:
    std::mt19937_64 engine_;
};

/// The colour of a step and an OKLCh hue that has a share of the intensity that sRGB allows there;
/// to the nearest of 256 levels.
Rgb colour_of(double step, double hue, double intensity);
/// A colour with each channel at the nearest of 256 levels.
Rgb on_levels(Rgb colour);
/// The neutral of a step.
Rgb neutral_of(double step);
/// The cell of a colour; neutral below an OKLCh chroma of 0.03.
DrillCell cell_of(Rgb colour);
/// Lightness as steps, 1-9, without any reader but L*.
double step_of_colour(Rgb colour);

/// A picture whose every pixel is the mean of 4 x 4 points of `colour_at`, as encoded, to the
/// nearest of 256 levels.
RgbBlock drawn(Size size, const std::function<Rgb(double x, double y)>& colour_at);

}  // namespace underpaint
