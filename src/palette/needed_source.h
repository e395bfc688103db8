// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>

#include "blend/mode.h"

namespace underpaint {

/// The source that must be laid in a blend so that one colour comes out over another.
struct NeededSource {
    BlendMode blend = BlendMode::normal;
    Rgb source;      ///< to be laid at full strength
    Rgb comes_out;   ///< what it gives
    double off = 0;  ///< CIEDE2000 from what was wanted: how near the blend comes
};

/// Distance that counts as reached: CIEDE2000.
inline constexpr double kReachedSource = 1;

/// The source with which a blend comes nearest to `wanted` over `backdrop`, at full strength.
/// Separable blends are solved channel by channel; where that does not reach it, and for the
/// others, a search goes on from there.
NeededSource needed_source(BlendMode blend, Rgb backdrop, Rgb wanted);

/// The same for all blends, in their order.
std::array<NeededSource, kBlendModes> needed_sources(Rgb backdrop, Rgb wanted);

}  // namespace underpaint
