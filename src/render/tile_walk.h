// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>

#include "raster/rgb_block.h"
#include "render/recipe.h"

namespace underpaint {

/// One tile on its way through the passes. The heart of render and audit alike: a tile is taken
/// through all passes while it is in the cache. A walk keeps its memory from tile to tile.
class TileWalk {
public:
    /// The recipe must outlive the walk.
    explicit TileWalk(const Recipe& recipe) : recipe_(recipe) {}
    TileWalk(const Recipe& recipe, const Rect& tile) : recipe_(recipe) { begin(tile); }

    /// Starts at the ground. `tile` in pixels of the recipe's size.
    void begin(const Rect& tile);
    /// Starts at what an earlier walk had come to, in a block that holds the tile; not between two
    /// passes of a group that mixes.
    void begin(const Rect& tile, const RgbBlock& state);

    /// Lays pass `index` over the state and returns true, or returns false if it could not have
    /// changed anything here (off, no strength, its reach empty in this tile).
    bool lay(std::size_t index);
    void lay_all(std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i) lay(i);
    }

    const RgbBlock& state() const { return state_; }
    /// The source of the last laid pass, where coverage() is above 0.
    const RgbBlock& source();
    /// Reach x source alpha of the pass last laid, 0..1; meaningless if lay() returned false.
    const FloatBlock& coverage();
    /// The sealed pixels of this tile.
    const RgbBlock& sealed();
    /// The seal's steps (1-9, by L*) in this tile.
    const FloatBlock& sealed_steps();

private:
    void start(const Rect& tile);
    bool lay(const ReadyPass& ready);
    bool cover(const ReadyPass& ready);
    bool cover_reach(const ReadyPass& ready);
    void cover_band(const ValueBand& band);
    bool cover_painted(const ReadyPass& ready);
    bool cover_parts(const ReadyPass& ready, const Rect& tile);
    void intersect(const FloatBlock& other);
    bool load(const ReadyPass& ready);
    void find_sealed();

    const Recipe& recipe_;
    RgbBlock state_, source_, sealed_, scratch_;
    FloatBlock coverage_, alpha_, clip_, sealed_steps_, sealed_luminance_;
    const Group* group_ = nullptr;  // that mixes, of the pass last laid
    RgbBlock found_, made_;         // by it, so far
    Rgb colour_;                    // the source, where it is one colour
    bool uniform_ = false;          // it is
    bool everywhere_ = true;        // coverage is 1 throughout, and coverage_ not filled in
    bool sealed_found_ = false;
};

}  // namespace underpaint
