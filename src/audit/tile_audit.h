// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <vector>

#include "audit/audit.h"
#include "audit/tile_state.h"
#include "audit/viewing_states.h"
#include "painting/group_changes.h"
#include "render/render.h"

namespace underpaint {

/// What a walk gathers of the ground and the state after each pass. Most passes leave most tiles
/// alone: what stands alike through many states is gathered once, added where they begin and taken
/// off after the last of them.
struct AuditTally {
    std::vector<StateTally> alone;    ///< of each state, what is gathered for it by itself
    std::vector<StateTally> changes;  ///< what else each has more than the one before it
    std::vector<PassTally> passes;
    std::vector<DriftTally> groups;  ///< from what each of them found to what it left
    AuditTally& operator+=(const AuditTally& other);

    /// What is a thread's own. Memory is kept from tile to tile.
    TileState tile;
    StateTally run;
    FloatBlock reached;        ///< by colour passes so far
    ViewingCells before, now;  ///< of the tile
};

/// Measures a painting tile by tile. One auditor serves all threads; each has its own tally.
class TileAuditor {
public:
    TileAuditor(const Painting& painting, const AuditOptions& options, const Audit& begun);

    AuditTally empty_tally() const;
    /// The walk stands at the ground.
    void measure(TileWalk& walk, AuditTally& tally);
    /// The ground and the state after each pass at viewing scale, when all was measured.
    const ViewingStates& viewing() const { return viewing_; }
    const ReachedFirst* reached() const { return reached_.get(); }
    void report(const AuditTally& tally, Audit& audit) const;
    /// What each group did to values.
    std::vector<Drift> drifts_of_groups(const AuditTally& tally) const;

private:
    void find_foci(TileState& tile) const;
    void begin(TileState& tile, const TileWalk& walk) const;
    void look_at(TileState& tile, const RgbBlock& state, bool all) const;
    void move_on(TileState& tile, const RgbBlock& state, bool all, bool judged) const;
    void gather(const TileState& tile, StateTally& into) const;
    /// The same for all states from `first` on, up to `end`, in which the tile stands alike.
    void gather_run(std::size_t first, std::size_t end, AuditTally& tally) const;
    void gather_pass(const TileState& tile, PassTally& into) const;

    const Painting& painting_;
    AuditOptions options_;
    std::vector<Pyramid::Level> masks_;  // of the parts
    LightSplit split_;
    std::vector<double> part_splits_;
    Extremes extremes_;
    bool all_keep_;  // no pass is meant to move values: what is judged is what is measured
    StateTally nothing_;
    std::size_t passes_;
    std::size_t open_;  // how many of them are not judged
    bool starts_late_;  // at a state that is known
    ViewingStates viewing_;
    std::unique_ptr<ReachedFirst> reached_;
    std::vector<PassPlaces> groups_;  // the places of each one's passes
};

}  // namespace underpaint
