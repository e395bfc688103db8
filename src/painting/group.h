// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "painting/foreign.h"

namespace underpaint {

/// Groups are spoken of by number, so that passes can be moved and groups renamed.
using GroupId = int;
inline constexpr GroupId kNoGroup = 0;

/// Passes laid one after the other that are switched and weighed together. It is not isolated: its
/// passes see what lies below, and its strength mixes what they made of it:
/// found + strength x (made - found), after each of them.
struct Group {
    GroupId id = kNoGroup;
    std::string name;
    float strength = 1;  ///< see kStrength
    bool on = true;
    SharedForeign foreign = nullptr;

    bool does_nothing() const { return !on || strength <= 0; }
    /// Whether the group mixes what its passes made with what was below it.
    bool mixes() const { return !does_nothing() && strength < 1; }
    friend bool operator==(const Group&, const Group&) = default;
};

}  // namespace underpaint
