// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <map>
#include <optional>
#include <vector>

#include "painting/painting.h"

namespace underpaint {

/// Stands for what a pass does to pixels. Never given twice.
using PassNumber = std::uint64_t;

/// Gives passes that do the same the same number, so that what was laid can be told in a few
/// numbers and compared quickly. A name or an intent changes no pixel and no number.
class PassNumbers {
public:
    /// One for each pass of the painting; 0 for one that could not change any pixel. Numbers that
    /// were not asked for in a good while are forgotten, with the pictures that they hold on to.
    std::vector<PassNumber> of(const Painting& painting);
    /// The number for what such a pass does to a tile of the view at a shrink. A pass that is
    /// painted on has a number of its own for each touch; a tile knows the last that came near it.
    PassNumber on(PassNumber pass, const Rect& tile, double shrink) const;

private:
    struct Known {
        Pass pass;
        std::vector<SharedPicture> masks;
        float weight;     ///< of its group
        PassNumber clip;  ///< of what it is clipped to
        PassNumber number;
        std::uint64_t asked;
    };
    /// The number of a pass while it was painted on.
    struct Touch {
        Rect area;  ///< in pixels of the painting
        PassNumber number;
    };
    struct Trail {
        PassNumber first;
        std::vector<Touch> touches;  ///< the newest first
    };
    const Known* before(const Known& now, Rect& changed) const;
    std::optional<Rect> changed_since(PassNumber before, PassNumber now) const;
    void follow(PassNumber before, const Touch& touch);

    std::vector<Known> known_;
    std::map<PassNumber, Trail> trails_;
    PassNumber last_ = 0;
    std::uint64_t round_ = 0;
};

}  // namespace underpaint
