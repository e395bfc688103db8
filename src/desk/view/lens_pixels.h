// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/view/lens.h"

namespace underpaint {

// What several lenses make of pixels.

/// Only the values, as the reader sees them.
RgbBlock in_grey(const LensTile& tile);

// The few lenses that tint the picture do it alike: a tint over its greys, which are darkened to
// let it show.

/// For what goes up (lighter, warmer) and what goes down (darker, cooler).
inline constexpr Rgb kUpTint{1.0F, 0.62F, 0.16F}, kDownTint{0.20F, 0.52F, 1.0F};

/// \param grey the pixel's own, encoded, \param share 0: no tint, 1: full
constexpr Rgb tinted(float grey, Rgb tint, float share) {
    const float base = 0.12F + 0.62F * grey;
    const auto channel = [&](float t) {
        return base + share * (t * (0.45F + 0.55F * base) - base);
    };
    return {channel(tint.r), channel(tint.g), channel(tint.b)};
}

/// Lays a drawing of the whole picture over it as it lies on the canvas.
void draw_over_picture(QPainter& painter, const LensOverlay& at);

/// The drift lens's tint for a drift in steps over a grey 0..1: full at one step.
Rgb drift_tint(float drift, float grey);

}  // namespace underpaint
