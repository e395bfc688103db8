// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <vector>

#include "blend/table.h"
#include "colour/rgb.h"

namespace underpaint {

/// A colour at a place 0..1 of a gradient.
struct GradientStop {
    float at = 0;
    Rgb colour;
    friend bool operator==(const GradientStop&, const GradientStop&) = default;
};
using GradientStops = std::vector<GradientStop>;

/// Between stops encoded channels are mixed in proportion, as SVG 1.1, 13.2 does by default; before
/// the first and after the last the colour stays. Without stops it runs from black to white.
Rgb gradient_at(const GradientStops& stops, double at);

/// One table a channel.
std::array<Table, 3> tables_of(const GradientStops& stops);

/// Sorted, inside 0..1; stops at one place keep their order.
GradientStops in_range(GradientStops stops);

}  // namespace underpaint
