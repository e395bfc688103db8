// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>

#include "audit/finding_kind.h"
#include "painting/part.h"

namespace underpaint {

/// A part whose shadows were darkened with black only: they have the hue of its lights, and less
/// intensity.
struct GreyShadows {
    PartId part = 0;
    double lights = 0, shadows = 0;  ///< mean intensity, 0..1
    double turn = 0;                 ///< degrees between the hues of both
};

/// Lights have to have so much intensity to say anything of their shadows.
inline constexpr double kColouredLights = 0.12;
/// Under this share of the lights' intensity shadows have clearly less of it.
inline constexpr double kLessIntensity = 0.8;
/// Degrees of hue within which shadows are just darker lights.
inline constexpr double kSameHue = 12;

inline constexpr FindingCode kShadowsGrey{"grey-shadows"};
inline constexpr std::array kGreyShadowsCodes{kShadowsGrey};

}  // namespace underpaint
