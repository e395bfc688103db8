// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

#include "palette/reflectance.h"
#include "terms/mix_as.h"

namespace underpaint {

/// Kubelka and Munk's ratio of absorption to scattering of an opaque layer, K/S = (1 - R)^2 / 2R,
/// and back: R = 1 + k - sqrt(k^2 + 2k). Kubelka and Munk, "Ein Beitrag zur Optik der
/// Farbanstriche", 1931.
double absorption_of(double reflectance);
double reflectance_of_absorption(double absorption);

/// Some paint: its surface when it lies opaque, and how much of it goes into the mixture, amount
/// times tinting strength.
struct PaintPart {
    Reflectance surface;
    double amount = 1;  ///< 0 or more
};

/// Paints stirred together: K/S of each band averaged by amount. The same in any order and for
/// split amounts. Of no amount at all: the first.
Reflectance mixed_paint(std::span<const PaintPart> parts);

/// A colour and how much of it goes into a mixture.
struct MixPart {
    Rgb colour;
    double amount = 1;
};
/// Colours mixed. Amounts of a glaze are the exponents of the reflectances: two layers let through
/// what one does, squared. Brought into sRGB.
Rgb mixed(std::span<const MixPart> parts, MixAs as);

}  // namespace underpaint
