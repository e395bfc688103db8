// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/house_rules.h"

#include <cmath>

namespace underpaint {
namespace {

constexpr std::array<RuleWord, 3> kExtremes{
    {{"anywhere", "anywhere"}, {"focus", "only in the focus"}, {"nowhere", "nowhere"}}};
constexpr std::array<RuleWord, 2> kShadows{
    {{"gain_colour", "gain colour, never black alone"}, {"may_be_black", "may be black"}}};
constexpr std::array<RuleWord, 2> kOpposites{
    {{"may_meet", "may meet"}, {"over_greys", "only over a bridge of greys"}}};
constexpr std::array<RuleWord, 2> kOtherEyesWords{
    {{"own_only", "need not tell parts apart"}, {"all", "tell parts apart too"}}};
constexpr std::array<RuleWord, 2> kOverlays{
    {{"touches", "for touches only"}, {"anywhere", "anywhere"}}};

/// A rule of words as a number: the place of its word.
constexpr Parameter words(std::string_view id, std::string_view label, std::string_view about,
                          std::size_t count, float usual) {
    return {id, label, about, 0, static_cast<float>(count - 1), usual};
}

}  // namespace

const std::array<HouseRuleText, 9> kHouseRules{{
    {HouseRule::extremes,
     words("extremes", "Pure black and white", "Where they may stand", kExtremes.size(), 1),
     kExtremes,
     "Kept for the focus they lead the eye there; some allow them nowhere, since print and screens "
     "have nothing beyond them, and for ink on paper they are simply the ground."},
    {HouseRule::value_budget,
     {"value_budget", "Value budget", "Steps that a spot may drift from the seal and count as held",
      0.05F, 2, 0.25F, Unit::steps},
     {},
     "A quarter step is about what an eye notices side by side; who paints over everything in the "
     "end can spend more.",
     "%1 step"},
    {HouseRule::shadows,
     words("shadows", "Shadows", "What the shadows of a colour are made of", kShadows.size(), 0),
     kShadows,
     "Darkened with black alone a colour goes dead; who works after ink or print wants exactly "
     "that."},
    {HouseRule::overlay,
     words("overlay", "Overlay, soft light", "How far they may reach", kOverlays.size(), 0),
     kOverlays,
     "They do nothing near white and black and pull values apart between, so most keep them for "
     "touches; some build all their light with them."},
    {HouseRule::background,
     {"background", "Background", "How much less contrast than the focus all else has", 0, 0.9F,
      0.1F},
     {},
     "A quieter background lets the focus lead; decorative work wants all of it alike.",
     "quieter than the focus by %1"},
    {HouseRule::accents,
     {"accents", "Strongest colour", "Most share of the picture that it takes", 0.001F, 1, 0.05F},
     {},
     "In a small place a strong colour tells; a poster may want it everywhere.",
     "at most %1 of the picture"},
    {HouseRule::soft_edges,
     {"soft_edges", "Soft edges", "Least share of all edges that is soft or lost", 0, 0.9F, 0.03F},
     {},
     "Without any soft edge all of a picture asks for attention at once; cut paper and flat colour "
     "have none.",
     "at least %1"},
    {HouseRule::opposites,
     words("opposites", "Strong opposites", "How they may meet", kOpposites.size(), 0), kOpposites,
     "Side by side they flicker and pull the eye, which a few greys between them calm; some want "
     "exactly that flicker."},
    {HouseRule::other_eyes,
     words("other_eyes", "Other eyes", "Eyes that lack one kind of cones", kOtherEyesWords.size(),
           0),
     kOtherEyesWords,
     "One man in twelve sees red and green otherwise: what has to be read by everybody should not "
     "be told by hue alone."},
}};

const HouseRuleText& text_of(HouseRule rule) {
    return kHouseRules[static_cast<std::size_t>(rule)];
}

double value_of(HouseRule rule, const HouseRules& painting, const HouseRules& own) {
    for (const HouseRules* rules : {&painting, &own})
        if (const auto set = rules->find(rule); set != rules->end()) return set->second;
    return static_cast<double>(text_of(rule).number.usual);
}

double in_range(HouseRule rule, double value) {
    const HouseRuleText& text = text_of(rule);
    const auto inside = static_cast<double>(text.number.clamp(static_cast<float>(value)));
    return text.words.empty() ? inside : std::round(inside);
}

}  // namespace underpaint
