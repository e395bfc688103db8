// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
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
    void forget() { known_.clear(); }

private:
    struct Known {
        Pass pass;
        std::vector<SharedPicture> masks;
        float weight;     ///< of its group
        PassNumber clip;  ///< of what it is clipped to
        PassNumber number;
        std::uint64_t asked;
    };

    std::vector<Known> known_;
    PassNumber last_ = 0;
    std::uint64_t round_ = 0;
};

}  // namespace underpaint
