// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "painting/palette.h"
#include "palette/mixing.h"

namespace underpaint {

/// A colour with a share 0..kMostMother of the mother in it: as light by linear mixing in OKLab,
/// as paint or as a glaze as those mix. The mother itself and a share of 0 leave it as it is.
Rgb with_mother(Rgb colour, Rgb mother, float share, MixAs as);

/// How far a mean colour lies toward a mother colour: its OKLab a, b along those of the mother, as
/// a share of them. Mixing share s of the mother (in OKLab) into colours that are neutral in the
/// mean gives s. 0 for a grey mother.
double share_of_mother(Rgb mean, Rgb mother);

/// The same of a colour of the palette as it comes out; nothing without a mother.
std::optional<double> share_of_mother(const Palette& palette, const PaletteColour& colour);

/// A colour of a palette with the mother's share in it.
Rgb effective(const Palette& palette, const PaletteColour& colour);
/// A planned colour with its share of the mother: a palette's colour, or the plan's own. Nothing
/// where the palette no longer has it.
std::optional<Rgb> effective(const Palette& palette, const PlannedColour& colour);

}  // namespace underpaint
