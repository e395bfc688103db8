// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "painting/brief.h"
#include "palette/another_version.h"

namespace underpaint {

/// A colouring that was made, and how it came about, in words.
struct MadeVersion {
    std::string name, from;
    Colouring colouring;
    std::size_t missed = 0;  ///< lines of the brief that it does not meet
};

/// A reference's colours, under its name.
struct ReferenceColours {
    std::string name;
    std::vector<Swatch> colours;
};

/// Three of all that can be made that lie farthest from each other: hues turned by 60, 120, 180 and
/// -60 degrees, the light reversed, half the intensity, each reference, and the colour plan if
/// there is one. Of those that meet the most lines of the brief, the three with the largest sum of
/// mean CIEDE2000 between their pictures, on a copy of 160 pixels; where fewer than three meet as
/// many, the ones that miss one more are taken in. Fewer than three where no more can be made. The
/// same on every run. Empty when stopped.
std::vector<MadeVersion> three_at_once(const Painting& painting, const PlanPlaces& places,
                                       const std::vector<ReferenceColours>& references,
                                       Reader reader, const HouseRules& own,
                                       const std::stop_token& stop = {});

}  // namespace underpaint
