// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "painting/painting.h"

namespace underpaint {

/// A change asked for when the work is under way.
struct LateChange {
    std::optional<Rect> figure;  ///< something new there, in pixels of the picture
    std::optional<Size> size;    ///< the whole picture of another size
    /// The area where another underpaint reads otherwise, as a mask of the painting's shape and any
    /// size; null: nowhere.
    SharedPicture changed = nullptr;
};

/// Something that a late change touches.
struct Touched {
    enum class Kind { part, plan, seal, pass } kind;
    std::string what;    ///< "Sky", "Seal 1"
    std::string how;     ///< "12% of it is painted anew"
    double minutes = 0;  ///< about so long it took, of what was logged; 0 where nothing was
};

/// Everything that it touches, parts first, then the plan, seals and passes, each in its order;
/// those of all versions, the chosen one's first.
std::vector<Touched> what_would_change(const Painting& painting, const LateChange& change,
                                       const std::stop_token& stop = {});

}  // namespace underpaint
