// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <istream>
#include <string>

#include "terms/result.h"

namespace underpaint {

/// Runs a script, a command a line, and what follows # after a space is not read:
///
///   new WIDTH HEIGHT COLOUR        a canvas of one colour
///   open FILE                      a picture or painting
///   wash COLOUR STRENGTH           laid over everything, as it is
///   multiply COLOUR STRENGTH       likewise, multiplied
///   paint X Y RADIUS COLOUR        a soft spot; places and radius as shares of the width
///   layer NAME                     what follows has this name, in a file that has layers
///   resize WIDTH HEIGHT
///   crop X Y WIDTH HEIGHT          in pixels
///   flip                           left to right
///   save FILE WAY [PAUSE]          see SavingWay; PAUSE in milliseconds, 50 unless said
///   wait MILLISECONDS
///
/// COLOUR is #rrggbb. The kind of file goes by its ending: .ora has a layer for each edit, anything
/// else is a PNG. Trouble names the line.
[[nodiscard]] Done run_script(std::istream& script, const std::string& name);

}  // namespace underpaint
