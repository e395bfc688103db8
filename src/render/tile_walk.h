// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>

#include "painting/painting.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// One tile on its way through the passes. The heart of render and audit alike: a tile is taken
/// through all passes while it is in the cache. Works on any level of the painting's pyramids.
class TileWalk {
public:
    /// The painting must outlive the walk. `tile` in pixels of `level`. Begins at the ground.
    TileWalk(const Painting& painting, int level, const Rect& tile);

    /// Lays pass `index` over the state and returns true, or returns false if it could not have
    /// changed anything here (off, no strength, its reach empty in this tile).
    bool lay(std::size_t index);

    const RgbBlock& state() const { return state_; }
    /// What the pass last laid put on, where coverage() is above 0.
    const RgbBlock& source() const { return source_; }
    /// Reach x source alpha of the pass last laid, 0..1; meaningless if lay() returned false.
    const FloatBlock& coverage() const { return coverage_; }
    /// The seal's steps (1-9, by L*) in this tile.
    const FloatBlock& sealed_steps();

private:
    bool find_coverage(const Pass& pass);
    bool cover_parts(const Pass& pass);
    void cover_band(const ValueBand& band);
    bool load_source(const Pass& pass);
    bool load_painted(const Painted& painted);
    std::span<const float> held_luminance(const Pass& pass, int row);

    const Painting& painting_;
    int level_;
    RgbBlock state_;
    RgbBlock source_;
    FloatBlock coverage_, sealed_steps_, sealed_luminance_;
};

}  // namespace underpaint
