// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "audit/audit.h"
#include "audit/viewing.h"
#include "render/render.h"

namespace underpaint {

/// What is gathered about one state of the painting, over any number of tiles.
struct StateTally {
    DriftTally running, own, judged, own_judged;
    StepHistogram steps;
    WeightedMean light_warmth, shadow_warmth;
    std::vector<WeightedMean> parts;
    StateTally& operator+=(const StateTally& other);
};

/// One for the ground, then one for each pass.
struct AuditTally {
    std::vector<StateTally> states;
    AuditTally& operator+=(const AuditTally& other);
};

/// Measures a painting tile by tile. One auditor serves all threads; each has its own tally.
class TileAuditor {
public:
    TileAuditor(const Painting& painting, const AuditOptions& options, float split);

    AuditTally empty_tally() const;
    /// The walk stands at the ground.
    void measure(TileWalk& walk, AuditTally& tally);
    /// The ground and the state after each pass at viewing scale, when all was measured; empty
    /// unless there are foci to be judged by it.
    const std::vector<ViewingTally>& viewing() const { return viewing_; }
    void report(const AuditTally& tally, Audit& audit) const;

private:
    struct Tile;
    void move_on(Tile& tile, const RgbBlock& state, bool all) const;
    void measure_state(const Tile& tile, StateTally& tally) const;
    void measure_parts(const Tile& tile, StateTally& tally) const;
    void measure_warmth(const Tile& tile, StateTally& tally) const;

    const Painting& painting_;
    AuditOptions options_;
    std::vector<Pyramid::Level> masks_;  // of the parts
    float split_;
    bool all_keep_;  // no pass is meant to move values: what is judged is what is measured
    std::size_t passes_;
    std::vector<ViewingTally> viewing_;
};

}  // namespace underpaint
