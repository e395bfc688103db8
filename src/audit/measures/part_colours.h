// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "audit/exact_sum.h"
#include "audit/tallies.h"
#include "painting/part.h"

namespace underpaint {

/// Mean figures of the lights or of the shadows of a part.
struct SideColours {
    double share = 0;  ///< of the picture, 0..1
    double step = 0, warmth = 0;
    double a = 0, b = 0;    ///< OKLab
    double intensity = 0;   ///< 0..1
    double chroma() const;  ///< of the mean colour, OKLCh
    double hue() const;     ///< likewise, degrees
};

/// Of one part, parted by Otsu's threshold of the sealed steps inside it.
struct PartColours {
    PartId part = 0;
    SideColours lights, shadows;
    /// Both are there in more than traces, so that they can be compared.
    bool has_both() const;
    double swing() const { return lights.warmth - shadows.warmth; }
};

/// Sums of a tile.
struct SideTally {
    ExactSum weight, step, warmth, a, b, intensity;
    static constexpr auto kMembers =
        std::tuple(&SideTally::weight, &SideTally::step, &SideTally::warmth, &SideTally::a,
                   &SideTally::b, &SideTally::intensity);
};
struct PartColoursTally {
    struct Sides {
        SideTally lights, shadows;
        static constexpr auto kMembers = std::tuple(&Sides::lights, &Sides::shadows);
    };
    std::vector<Sides> parts;  ///< in the painting's order
    static constexpr auto kMembers = std::tuple(&PartColoursTally::parts);
};

/// The least share of a part that its lights or shadows are.
inline constexpr double kLeastSide = 0.02;

}  // namespace underpaint
