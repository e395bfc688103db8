// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <optional>
#include <string>
#include <vector>

#include "colour/value_scale.h"
#include "painting/part.h"
#include "painting/shape_splits.h"
#include "raster/geometry.h"

namespace underpaint {

/// A place meant to draw the eye: a disc, in pixels of the picture.
struct Focus {
    std::string name;
    Point centre;
    double radius = 0;
    friend bool operator==(const Focus&, const Focus&) = default;
};

/// The radius of a focus that nobody has sized yet, as a share of the picture's long side.
inline constexpr double kUsualFocus = 0.06;

/// The share 0..1 of the picture that each shape is to have, the darkest first; they sum to 1.
using ShapeShares = std::vector<double>;

/// The painter's plan of the values. What is not planned is not compared with anything.
struct Plan {
    std::vector<Focus> foci;  ///< the first one leads
    ShapeSplits splits;
    std::optional<Range> range;
    std::optional<Key> key;
    std::map<ShapeCount, ShapeShares> shares;
    std::map<PartId, double> steps;  ///< mean step, 1-9, of a part
    /// Parts that colour is to leave bare, so that they stay the lightest: what of each was sealed
    /// at this step, 1-9, or lighter; 1 for all of it.
    std::map<PartId, double> reserved;
    std::optional<double> lead;  ///< of the first focus over its best rival, at least 1
    friend bool operator==(const Plan&, const Plan&) = default;
};

}  // namespace underpaint
