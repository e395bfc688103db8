// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>

#include "painting/painting.h"

namespace underpaint {

// Flats first: a plain ground covers the seal, flat colours are laid on it, and the underpaint
// comes over them as a pass. What a painting says of this route is read off its passes, so that
// every change of a pass is a change of the route too.

/// The place of the plain ground: the first pass that lays anything, when that is meant as the
/// ground and covers the seal whole with one colour. Nothing in a painting that starts from the
/// sealed greys.
std::optional<std::size_t> plain_ground(const Painting& painting);

/// How many passes, from the first on, leave states that are not judged: from a plain ground up to
/// where the underpaint is laid, of a shading up to the second of its passes. 0 without a plain
/// ground.
std::size_t open_passes(const Painting& painting);

/// Covers the seal before all passes. As it was where there is a ground already.
Painting with_plain_ground(Painting painting, Rgb colour);

/// The colour of one flat.
struct Flat {
    PartId part = 0;
    Rgb colour;
};
/// Lays a flat colour on each of the parts, as a group of tints after all other passes.
Painting with_flats(Painting painting, std::span<const Flat> flats);

/// The underpaint laid twice over what was laid before, as two passes linked to a group of their
/// own. Under: as luminosity, which is what colour laid over the greys comes to: B(g, f) of `color`
/// is B(f, g) of `luminosity` (W3C Compositing and Blending Level 1, 9.3). Over: multiplied.
struct Shading {
    std::size_t under = 0, over = 0;  ///< places of the passes, one after the other
    friend bool operator==(const Shading&, const Shading&) = default;
};

/// The shading that a pass is one of; nothing when it is of none.
std::optional<Shading> shading_at(const Painting& painting, std::size_t pass);
std::optional<Shading> shading_of(const Painting& painting, GroupId group);

/// The share of it that lies over: strength of the one pass; the other has the rest.
float balance_of(const Painting& painting, const Shading& shading);
Painting with_balance(Painting painting, const Shading& shading, float over);

/// Shades all that is laid: both passes last, as a new group.
Painting with_shading(Painting painting, float over);

}  // namespace underpaint
