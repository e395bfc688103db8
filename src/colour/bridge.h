// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "colour/reader.h"

namespace underpaint {

inline constexpr int kMostBridge = 7;
/// Intensity 0..1 of the greys of a bridge, at most: under the 0.25 that parts strong opposites.
inline constexpr float kBridgeIntensity = 0.2F;

/// Greys that lead from one colour to another through lower chroma, at even steps by the reader:
/// hues of the straight way in OKLab, intensity at most kBridgeIntensity. 1 to kMostBridge of them.
std::vector<Rgb> bridge(Rgb from, Rgb to, int greys, Reader reader = Reader::lightness);

}  // namespace underpaint
