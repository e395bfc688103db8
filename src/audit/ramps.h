// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <stop_token>
#include <vector>

#include "colour/reader.h"
#include "painting/painting.h"

namespace underpaint {

/// The mean colour of those pixels of a part that stand on one stretch of the scale now.
struct RampPoint {
    double step = 0;       ///< the middle of the stretch, 1-9
    double share = 0;      ///< of the part, 0..1
    double chroma = 0;     ///< OKLCh, of the mean colour
    double hue = 0;        ///< degrees; of no meaning where the chroma is next to none
    double intensity = 0;  ///< mean, 0..1
    double limit = 0;      ///< the most chroma that sRGB has at that lightness and hue
    double warmth = 0;     ///< mean
};

/// From dark to light; stretches that hardly any of the part stands on are left out.
using Ramp = std::vector<RampPoint>;

inline constexpr double kRampStretch = 0.25;   ///< steps
inline constexpr double kLeastOfRamp = 0.002;  ///< of the part

/// The ramps of a part, or of the whole picture where `part` is null, after so many passes each;
/// viewing scale. Nothing when stopped.
std::optional<std::vector<Ramp>> ramps_of(const Painting& painting, const Part* part,
                                          std::span<const std::size_t> moments, Reader reader,
                                          const std::stop_token& stop = {});

}  // namespace underpaint
