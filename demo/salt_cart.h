// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "painting/painting.h"
#include "scene.h"

namespace underpaint::demo {

/// *Salt cart at dusk*: the grey picture, sealed, with its parts, its plan and its focus at the
/// lantern. 16..20000 pixels a side.
Painting sealed_salt_cart(Size size);

/// With six passes, of which the last does real damage.
Painting salt_cart(Size size);

/// The part that a shape becomes; what the lantern lights is one more.
constexpr PartId id(Shape shape) {
    return static_cast<PartId>(shape) + 1;
}
inline constexpr PartId kLamplight = kShapes + 1;

/// Channels 0..255 as encoded ones 0..1.
constexpr Rgb of_255(Rgb c) {
    return {c.r / 255, c.g / 255, c.b / 255};
}

/// A plain tint; its colour in channels 0..255.
Pass tint(std::string name, Rgb colour, BlendMode blend, float strength, std::vector<PartId> parts,
          ValueBand band = {});

}  // namespace underpaint::demo
