// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <vector>

#include "blend/table.h"
#include "blend/tune.h"
#include "colour/rgb.h"

namespace underpaint {

/// A colour at a place 0..1 of a gradient.
struct GradientStop {
    float at = 0;
    Rgb colour;
    /// How far of the way to the next stop the two are mixed half and half.
    float middle = 0.5F;
    friend bool operator==(const GradientStop&, const GradientStop&) = default;
};
using GradientStops = std::vector<GradientStop>;

/// The space in which colours between two stops are mixed: encoded sRGB channels, as SVG 1.1, 13.2
/// does by default, or OKLab, as CSS Color Module Level 4, 12.1 does (clipped to sRGB).
enum class Mixing { encoded, oklab };

/// Shares of the middles at which gradients can be mixed half and half.
inline constexpr float kLeastMiddle = 0.05F, kMostMiddle = 0.95F;

/// Between stops at H = middle the share of the second is P^(log 0.5 / log H), P the share of the
/// way: CSS Images Module Level 3, 3.5.3. Before the first and after the last the colour stays.
/// Without stops it runs from black to white.
Rgb gradient_at(const GradientStops& stops, double at, Mixing mixing = Mixing::encoded);

/// The gradient's colours as they are tuned.
ColourTable table_of(const GradientStops& stops, Mixing mixing = Mixing::encoded,
                     const Tune& tune = {});

/// Sorted, all within their ranges; stops at one place keep their order.
GradientStops in_range(GradientStops stops);

}  // namespace underpaint
