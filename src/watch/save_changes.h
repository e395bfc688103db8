// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "watch/compared.h"

namespace underpaint {

/// The change of a part between two saves. Steps of the nine-step scale.
struct PartChange {
    PartId part = 0;          ///< 0: what lies in no part
    double by = 0;            ///< mean of the change, lighter above 0
    double share = 0;         ///< of the part whose seen_change() is kSeenChange or more, 0..1
    double of_picture = 0;    ///< the same as a share of the whole picture
    double from = 1, to = 9;  ///< between which sealed steps that share lies (10 and 90 %)
    double middle = 5;        ///< median sealed step of the whole part
};

/// Changes below this are not spoken of.
inline constexpr double kSeenChange = 0.1;
inline constexpr double kSpokenShare = 0.02;  ///< nor those of less of a part

/// How much of the picture's change lies in a part: what it changed by, times its area.
double weight_of(const PartChange& change);

/// Part by part, the one with most of the change first. Empty: no value changed that is worth a
/// word.
std::vector<PartChange> changes_between(const StatePair& pair, const Painting& painting);

/// "Sky 0.42 darker (steps 5 to 7); Cart 0.15 lighter (steps 2 to 3)." at most three of them.
std::string in_words(const std::vector<PartChange>& changes, const Painting& painting);
/// "Sky -0.4, Cart +0.2": for a line with little room.
std::string in_short(const std::vector<PartChange>& changes, const Painting& painting);
/// "Sky became darker by 0.42 step, 14% of the picture; the rest stands."
std::string in_a_sentence(const std::vector<PartChange>& changes, const Painting& painting);

/// The name to show of a part; of what lies in none, or of all where there are no parts, in words.
std::string name_of_part(PartId part, const Painting& painting);
/// "the lights of Sky", "the shadows of Sky" or "Sky": in which of its values a change lies.
std::string place_of(const PartChange& change, const Painting& painting);

}  // namespace underpaint
