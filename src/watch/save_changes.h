// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "watch/save.h"

namespace underpaint {

/// What a part did between two saves. Steps of the nine-step scale.
struct PartChange {
    PartId part = 0;          ///< 0: what lies in no part
    double by = 0;            ///< mean of the change, lighter above 0
    double share = 0;         ///< of the part that changed by kSeenChange or more, 0..1
    double from = 1, to = 9;  ///< between which sealed steps that share lies (10 and 90 %)
};

/// Changes below this are not spoken of.
inline constexpr double kSeenChange = 0.1;
inline constexpr double kSpokenShare = 0.02;  ///< nor those of less of a part

/// Part by part, the one that changed most first, measured on a copy of 700 pixels or more. \param
/// before in the frame of the seal, as the save before had it. Empty: nothing changed that is worth
/// a word.
std::vector<PartChange> changes_since(const SharedPicture& before, const Save& now, Reader reader);

/// "Sky 0.42 darker (steps 5 to 7); Cart 0.15 lighter (steps 2 to 3)." at most three of them.
std::string in_words(const std::vector<PartChange>& changes, const Painting& painting);

}  // namespace underpaint
