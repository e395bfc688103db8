// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/limits.h"

namespace underpaint {

Limits limits_of(const Painting& painting, const HouseRules& own) {
    const Brief& brief = painting.brief;
    const auto rule = [&](HouseRule which) { return value_of(which, brief.rules, own); };
    const auto word = [&](HouseRule which) { return static_cast<int>(rule(which)); };
    Limits limits;
    limits.drift = rule(HouseRule::value_budget);
    limits.swing = wanted_swing(brief);
    limits.extremes = static_cast<Extremes>(word(HouseRule::extremes));
    limits.shadows_gain_colour =
        static_cast<Shadows>(word(HouseRule::shadows)) == Shadows::gain_colour;
    limits.overlays_touch_only =
        static_cast<Overlays>(word(HouseRule::overlay)) == Overlays::touches;
    limits.background = rule(HouseRule::background);
    limits.accents = rule(HouseRule::accents);
    if (brief.strongest) {
        limits.accents = brief.strongest->area;
        limits.accents_asked = true;
        limits.strongest_at = brief.strongest->at;
    }
    limits.soft_edges = rule(HouseRule::soft_edges);
    limits.all_eyes = static_cast<OtherEyes>(word(HouseRule::other_eyes)) == OtherEyes::all;
    limits.opposites_bridged =
        static_cast<Opposites>(word(HouseRule::opposites)) == Opposites::over_greys;
    return limits;
}

}  // namespace underpaint
