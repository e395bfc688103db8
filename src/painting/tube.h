// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "colour/rgb.h"

namespace underpaint {

/// A paint as it comes from the tube.
struct Tube {
    std::string name;
    Rgb colour;           ///< laid opaque, at full strength
    double strength = 1;  ///< tinting strength against the white's; 1 unless it says so
    friend bool operator==(const Tube&, const Tube&) = default;
};
inline constexpr double kLeastTinting = 0.05, kMostTinting = 20;

/// A limited palette at work: some tubes, and white where one mixes with it.
struct TubeSet {
    std::vector<Tube> tubes;
    std::optional<Tube> white;
    friend bool operator==(const TubeSet&, const TubeSet&) = default;
};
/// Tubes of a set, without white: more are no limit.
inline constexpr std::size_t kMostTubesOfASet = 8;

/// The tubes with every number in its range, no more than kMostTubesOfASet.
TubeSet in_range(TubeSet set);

}  // namespace underpaint
