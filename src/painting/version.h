// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "painting/group.h"
#include "painting/meant.h"
#include "painting/palette.h"
#include "painting/pass.h"

namespace underpaint {

/// Versions are spoken of by number, so that they can be renamed and reordered.
using VersionId = int;
inline constexpr VersionId kNoVersion = 0;

inline constexpr std::size_t kMostVersions = 12;

/// The content of a version that is not shared with the others.
struct Colouring {
    std::vector<Pass> passes;   ///< below the seal line
    std::vector<Group> groups;  ///< of them
    Palette palette;
    ColourPlan colour_plan;
    std::vector<Meant> meant;  ///< findings about its passes
    friend bool operator==(const Colouring&, const Colouring&) = default;
};

/// One of several colourings of an underpaint, which share its seals, parts and plan.
struct Version {
    VersionId id = kNoVersion;
    std::string name;
    std::string from;     ///< how it came about, in words: "from Blue hour, hues -28 degrees"
    std::string note;     ///< why this one
    Colouring colouring;  ///< of the chosen one empty: the painting itself has it
    friend bool operator==(const Version&, const Version&) = default;
};

/// One look of a blind comparison: two versions without names and figures, of which one was chosen.
struct BlindLook {
    VersionId chosen = kNoVersion, other = kNoVersion;
    friend bool operator==(const BlindLook&, const BlindLook&) = default;
};
inline constexpr std::size_t kMostLooks = 5000;

}  // namespace underpaint
