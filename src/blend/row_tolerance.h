// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace underpaint {

// Whole rows of pixels, by the widest instructions that the machine has. Each function does to
// every pixel what its scalar namesake does, within kRowTolerance, with one choice of mode or
// reader for the row. Pixels are encoded, 0..1, and so is what comes out, whatever goes in: NaN
// counts as 0. All spans of one call have one length; none may overlap except where said.

/// How far a row function may be off its scalar namesake: in encoded units, and in hundredths of L*
/// and of warmth.
inline constexpr float kRowTolerance = 2e-4F;

}  // namespace underpaint
