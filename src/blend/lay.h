// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "blend/mode.h"
#include "colour/rgb.h"

namespace underpaint {

/// How one source colour is laid over one backdrop colour.
struct Laying {
    BlendMode mode = BlendMode::normal;
    float hold = 0;  ///< 0..1: how far the luminance found is given back
    friend bool operator==(const Laying&, const Laying&) = default;
};

/// The blend function alone, full coverage: W3C Compositing and Blending Level 1, 10, and true
/// colour, which is the source relit to the backdrop's luminance.
Rgb blend(BlendMode mode, Rgb backdrop, Rgb source);

/// One pixel of a pass. `alpha` 0..1 is strength x reach x source alpha; with none, or NaN, nothing
/// is laid.
///
///   laid   = backdrop + alpha x (blend - backdrop); for `plus` min(1, backdrop + alpha x source),
///            as the "lighter" operator of W3C Compositing Level 1, 9.1.4 has it
///   result = laid + hold x (relit laid - laid)
///
/// Relit means: with the luminance of `backdrop`, or, where `held_luminance` is given, with one
/// moved from there toward it by alpha. It comes after the mix, because two colours of one
/// luminance don't mix to it in encoded channels: half a red over a grey would lose five L*.
///
/// True colour is the source relit, mixed with the backdrop in linear light, where colours of one
/// luminance do mix to it: it keeps values at every alpha, and `hold` has nothing to add.
Rgb lay(const Laying& how, Rgb backdrop, Rgb source, float alpha,
        std::optional<float> held_luminance = std::nullopt);

}  // namespace underpaint
