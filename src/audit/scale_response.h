// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <vector>

#include "colour/reader.h"
#include "painting/painting.h"

namespace underpaint {

/// The effect of a pass on one grey of the scale.
struct ScalePoint {
    float step;       ///< that it finds, 1..9
    float drift;      ///< steps that it moves it: the middle one where it depends on the place
    float low, high;  ///< between these are eight in ten; both `drift` where all are the same
};

/// Whether a pass does to a grey what it does wherever it finds it. It does not where it lays
/// something that differs from place to place, or gives back the seal's values.
bool is_same_everywhere(const Painting& painting, std::size_t pass);

/// What a pass, counted from 0, does to the greys of the scale: by the formulas alone when it is
/// the same everywhere, on `points` greys, as if it reached all of them fully (its value band and
/// strength count); else measured on a small copy of the picture, on those greys that the pass
/// finds and touches, so that there may be fewer, or none. Nothing when stopped.
std::optional<std::vector<ScalePoint>> scale_response(const Painting& painting, std::size_t pass,
                                                      Reader reader, int points = 33,
                                                      const std::stop_token& stop = {});

}  // namespace underpaint
