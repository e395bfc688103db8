// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "painting/painting.h"
#include "terms/verdict.h"

namespace underpaint {

/// The limits that passes are judged by: those of the painting's brief, of its house rules or of
/// the painter's own, and the usual ones where these say nothing.
struct Limits {
    double drift = kHeldDrift;    ///< steps; twice that is lost
    std::optional<double> swing;  ///< wanted, with its sign; 0 for one temperature
    Extremes extremes = Extremes::focus;
    bool shadows_gain_colour = true;
    bool overlays_touch_only = true;
    double background = 0.1;     ///< how much less contrast than the focus all else has, 0..1
    double accents = 0.05;       ///< most share of the picture that the strongest colour takes
    bool accents_asked = false;  ///< by the brief, not by a rule
    std::optional<StrongestAt> strongest_at;
    double soft_edges = 0.03;        ///< least share of all edges
    bool all_eyes = false;           ///< parts stay apart for other eyes too
    bool opposites_bridged = false;  ///< strong opposites meet over greys only
    friend bool operator==(const Limits&, const Limits&) = default;
};

/// \param own the painter's own rules
Limits limits_of(const Painting& painting, const HouseRules& own = {});

}  // namespace underpaint
