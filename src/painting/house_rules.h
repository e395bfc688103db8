// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <map>
#include <span>
#include <string_view>

#include "terms/parameter.h"

namespace underpaint {

/// Limits that a painter sets. Each rule is a number or one of some words.
enum class HouseRule {
    extremes,      ///< where pure black and white may stand: one of Extremes
    value_budget,  ///< steps of drift that count as held
    shadows,       ///< one of Shadows
    overlay,       ///< how far overlay and soft light may reach: one of Overlays
    background,    ///< how much less contrast than the focus everything else has, 0..1
    accents,       ///< most share of the picture that the strongest colour takes, 0..1
    soft_edges,    ///< least share of the edges that is soft or lost, 0..1
    opposites,     ///< how strong opposites may meet: one of Opposites
    other_eyes,    ///< whether parts have to stay apart for them: one of OtherEyes
};
enum class Extremes { anywhere, focus, nowhere };
enum class Shadows { gain_colour, may_be_black };
enum class Overlays { touches, anywhere };
enum class Opposites { may_meet, over_greys };
enum class OtherEyes { own_only, all };

struct RuleWord {
    std::string_view id;     ///< in files
    std::string_view label;  ///< on screen
};
struct HouseRuleText {
    HouseRule rule;
    Parameter number;  ///< id, label, range and usual value; of a rule of words, their places
    std::span<const RuleWord> words;  ///< empty: it is a number
    std::string_view why;             ///< why some hold it and others don't
    std::string_view said = {};       ///< of a number: "at least %1"
};
extern const std::array<HouseRuleText, 9> kHouseRules;
const HouseRuleText& text_of(HouseRule rule);

/// The rules that somebody set; the others are as usual. Of a rule of words, the word's place.
using HouseRules = std::map<HouseRule, double>;

/// The value that holds in one painting: its own, else its painter's, else the usual one.
double value_of(HouseRule rule, const HouseRules& painting, const HouseRules& own);
/// The value brought into its range.
double in_range(HouseRule rule, double value);

}  // namespace underpaint
