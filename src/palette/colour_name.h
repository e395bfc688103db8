// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "painting/palette.h"

namespace underpaint {

/// A plain name for a colour that nobody has named: how light, how strong, and its hue in OKLCh by
/// the twelve words a painter uses ("Dark blue", "Pale orange", "Grey").
std::string name_for(Rgb colour);
/// The same, with a number where the palette has it already.
std::string name_for(Rgb colour, const Palette& palette);

}  // namespace underpaint
