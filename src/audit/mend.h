// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <variant>

#include "audit/basis.h"

namespace underpaint {

// What a mend may do to a painting. Passes are counted from 0.

/// Less of a pass below the seal line.
struct SetStrength {
    std::size_t pass = 0;
    float to = 0;
    friend bool operator==(const SetStrength&, const SetStrength&) = default;
};
/// A pass below the seal line gives back the values it found, or the seal's.
struct SetHold {
    std::size_t pass = 0;
    float to = 1;
    HoldTo hold_to = HoldTo::found;
    friend bool operator==(const SetHold&, const SetHold&) = default;
};
/// The stops of a gradient map below the seal line at the lightness of their places.
struct MatchStops {
    std::size_t pass = 0;
    friend bool operator==(const MatchStops&, const MatchStops&) = default;
};
/// A pass below the seal line lands on a stretch of the scale alone.
struct SetBand {
    std::size_t pass = 0;
    ValueBand to;
    friend bool operator==(const SetBand&, const SetBand&) = default;
};
/// A pass below the seal line lands elsewhere.
struct SetReach {
    std::size_t pass = 0;
    Reach to;
    friend bool operator==(const SetReach&, const SetReach&) = default;
};
/// The colours of a pass below the seal line, moved together.
struct SetTune {
    std::size_t pass = 0;
    Tune to;
    friend bool operator==(const SetTune&, const SetTune&) = default;
};
/// One more pass below the seal line, laid after another.
struct LayAbove {
    std::size_t pass = 0;
    Pass laid;
    friend bool operator==(const LayAbove&, const LayAbove&) = default;
};
/// One more pass below the seal line, laid before another.
struct LayBeneath {
    std::size_t pass = 0;
    Pass shade;
    friend bool operator==(const LayBeneath&, const LayBeneath&) = default;
};
/// How much of a shading below the seal line lies over what it shades; `pass` is its second.
struct SetBalance {
    std::size_t pass = 0;
    float to = 0;
    friend bool operator==(const SetBalance&, const SetBalance&) = default;
};
/// One more pass above the seal line.
struct LayValuePass {
    Pass pass;
    friend bool operator==(const LayValuePass&, const LayValuePass&) = default;
};
/// Splits of the plan moved.
struct MoveSplits {
    ShapeCount count = ShapeCount::three;
    Splits to;
    friend bool operator==(const MoveSplits&, const MoveSplits&) = default;
};

/// A change, computed by the program and where it can be measured beforehand also tried, that
/// brings a finding back.
struct Mend {
    std::string label;   ///< "Ease to 11%"
    std::string effect;  ///< what it would leave, in words
    std::variant<SetStrength, SetHold, MatchStops, SetBand, SetReach, SetTune, LayAbove, LayBeneath,
                 SetBalance, LayValuePass, MoveSplits>
        change;
    Basis basis;  ///< the state it was computed for; it is taken on no other
    /// For a mend below the seal line: the change of the finished picture, mean CIEDE2000.
    double moves = 0;
    bool safe = false;  ///< likewise: the finding is gone, and no other figure is worse
    friend bool operator==(const Mend&, const Mend&) = default;
};

/// The painting with the mend taken, or as it is when the mend was computed for another state.
Painting mended(const Painting& painting, const Mend& mend);

/// The pass below the seal line that it changes, counted from 0.
std::optional<std::size_t> pass_of(const Mend& mend);

}  // namespace underpaint
