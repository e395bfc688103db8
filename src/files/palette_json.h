// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/json.h"
#include "painting/painting.h"

namespace underpaint {

// A palette and a colour plan as members of a painting's data.

Json to_json(const Palette& palette);
Json to_json(const ColourPlan& plan);
/// Writes members `tubes` and `white`, where there are any.
Json to_json(const TubeSet& tubes);

/// Reads a palette. Numbers are brought into range; colours that can't be read, or beyond
/// kMostColours, are dropped. Throws Json::exception for members of the wrong type.
Palette palette_from_json(const Json& json);
ColourPlan plan_from_json(const Json& json);
TubeSet tubes_from_json(const Json& json);

}  // namespace underpaint
