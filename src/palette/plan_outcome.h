// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "audit/audit.h"
#include "palette/plan_passes.h"

namespace underpaint {

/// Figures of a colour plan laid over the seal with no other pass.
struct PlanOutcome {
    std::size_t passes = 0;  ///< that it would be laid as; 0: it says nothing
    Audit audit;             ///< of one state, in which all of them were laid
    RgbBlock picture;        ///< as it would be
    Rgb mean;                ///< of the picture, mixed as light
};

struct PlanTrial {
    Reader reader = Reader::lightness;
    HouseRules own_rules = {};
    int side = 400;  ///< the picture is halved until its long side is at most so long
};

/// Lays the plan on a small copy, and measures that as one pass: states between its parts are
/// nobody's. Nothing when stopped.
std::optional<PlanOutcome> plan_outcome(const Painting& painting, const PlanPlaces& places,
                                        const PlanTrial& trial, const std::stop_token& stop = {});

}  // namespace underpaint
