// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>

#include "palette/mixtures.h"

namespace underpaint {

/// How a colour is mixed from tubes.
struct PaintRecipe {
    Parts parts;
    Rgb colour;      ///< what they come to
    double off = 0;  ///< CIEDE2000 from what was wanted
};

/// Distance at which a mixture cannot be told from the colour at a glance: CIEDE2000.
inline constexpr double kNearRecipe = 2;

/// The fewest whole parts, at most kMostParts, of at most three tubes and white that come within
/// kNearRecipe of a colour: of mixtures with as many parts the nearest. Where none comes so near,
/// the nearest of all, in the fewest parts. Nothing without tubes, or when stopped.
std::optional<PaintRecipe> recipe_for(Rgb wanted, const TubeSet& set,
                                      const std::stop_token& stop = {});

}  // namespace underpaint
