// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/source.h"
#include "render/recipe.h"

namespace underpaint {

class TileWalk;

/// The inputs that a source may prepare itself from, once a pass.
struct SourceNeeds {
    const Painting& painting;
    Inputs& inputs;
};

/// One tile that a source fills. All blocks have its area.
struct SourceTile {
    const ReadyPass& ready;
    const Recipe& recipe;
    const RgbBlock& state;  ///< what lies below
    TileWalk& walk;         ///< for what is looked up only when it is asked for
    RgbBlock& colour;       ///< to be filled, unless it is one colour
    FloatBlock& alpha;      ///< to be filled where it covers some
    RgbBlock& scratch;      ///< of any area
    std::optional<Rgb> one_colour;
};

// One pair for each kind of source, in a file of its own in sources/; a kind that has none does not
// compile.

/// Looks up once a pass what is needed in each tile.
void prepare_source(const Tint& tint, const SourceNeeds& needs, ReadyPass& ready);
void prepare_source(const Painted& painted, const SourceNeeds& needs, ReadyPass& ready);
void prepare_source(const GradientMap& map, const SourceNeeds& needs, ReadyPass& ready);
void prepare_source(const Placed& placed, const SourceNeeds& needs, ReadyPass& ready);
void prepare_source(const Curve& curve, const SourceNeeds& needs, ReadyPass& ready);
void prepare_source(const Underpaint& underpaint, const SourceNeeds& needs, ReadyPass& ready);
void prepare_source(const Grain& grain, const SourceNeeds& needs, ReadyPass& ready);
void prepare_source(const Glow& glow, const SourceNeeds& needs, ReadyPass& ready);
void prepare_source(const Vignette& vignette, const SourceNeeds& needs, ReadyPass& ready);
void prepare_source(const Sharpness& sharpness, const SourceNeeds& needs, ReadyPass& ready);

/// Fills a tile; says how much of it the source's alpha covers.
Cover fill(const Tint& tint, SourceTile& tile);
Cover fill(const Painted& painted, SourceTile& tile);
Cover fill(const GradientMap& map, SourceTile& tile);
Cover fill(const Placed& placed, SourceTile& tile);
Cover fill(const Curve& curve, SourceTile& tile);
Cover fill(const Underpaint& underpaint, SourceTile& tile);
Cover fill(const Grain& grain, SourceTile& tile);
Cover fill(const Glow& glow, SourceTile& tile);
Cover fill(const Vignette& vignette, SourceTile& tile);
Cover fill(const Sharpness& sharpness, SourceTile& tile);

/// False when a source can't cover a pixel of a tile. True says nothing, and is what holds of a
/// kind that says nothing itself.
template <class Source>
bool may_cover(const Source&, const ReadyPass&, double, const Rect&) {
    return true;
}
bool may_cover(const Painted& painted, const ReadyPass& ready, double shrink, const Rect& tile);
bool may_cover(const Placed& placed, const ReadyPass& ready, double shrink, const Rect& tile);
bool may_cover(const Glow& glow, const ReadyPass& ready, double shrink, const Rect& tile);

}  // namespace underpaint
