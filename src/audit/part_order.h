// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <vector>

#include "audit/exact_sum.h"
#include "painting/part.h"

namespace underpaint {

/// Mean steps of one part, sealed and now.
struct PartStep {
    PartId part = 0;
    double sealed = 0, now = 0;
    double share = 0;  ///< of the picture, 0..1
    friend bool operator==(const PartStep&, const PartStep&) = default;
};

/// What of it is gathered tile by tile: means, in the painting's order of parts.
struct PartTally {
    std::vector<WeightedMean> means;
    PartTally& operator+=(const PartTally& other);
};

/// Two parts at least 0.25 step apart when sealed that stand the other way round.
struct Swap {
    PartStep was_darker, was_lighter;
    friend bool operator==(const Swap&, const Swap&) = default;
};
inline constexpr double kOrderGap = 0.25;

/// Every swap, the widest sealed gap first.
std::vector<Swap> find_swaps(std::span<const PartStep> parts);

}  // namespace underpaint
