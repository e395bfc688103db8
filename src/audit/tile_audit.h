// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <vector>

#include "audit/audit.h"
#include "audit/tile_state.h"
#include "audit/viewing_colours.h"
#include "painting/group_changes.h"
#include "render/render.h"

namespace underpaint {

/// Sums over the ground and over the state after each pass.
struct AuditTally {
    RunTallies<StateTally> states;
    RunTallies<ColourTally> colours;  ///< empty where they are gathered at viewing scale, later
    std::vector<PassTally> passes;
    std::vector<DriftTally> groups;  ///< from what each of them found to what it left
    AuditTally& operator+=(const AuditTally& other);

    /// Buffers of one thread. Memory is kept from tile to tile.
    TileState tile;
    FloatBlock reached;  ///< by colour passes so far
    StepCells steps_before, steps_now;
    LinearCells light_before, light_now;
};

/// Measures a painting tile by tile. One auditor serves all threads; each has its own tally.
class TileAuditor {
public:
    TileAuditor(const Painting& painting, const AuditOptions& options, const Audit& begun);

    AuditTally empty_tally() const;
    /// The walk stands at the ground.
    void measure(TileWalk& walk, AuditTally& tally);
    /// How high the strips are to be that it is given.
    int strip_rows() const { return colours_ ? kHighStripRows : kStripRows; }
    /// When all tiles above a row of pixels were measured. False when stopped.
    bool finish_above(int row, const std::stop_token& stop);
    /// The ground and the state after each pass at viewing scale, when all was measured.
    const ViewingStates& viewing() const { return options_.viewing ? viewing_ : no_viewing_; }
    const ReachedFirst* reached() const { return reached_.get(); }
    void report(const AuditTally& tally, Audit& audit) const;
    /// The drift of values by each group.
    std::vector<Drift> drifts_of_groups(const AuditTally& tally) const;

private:
    void begin(AuditTally& tally, const TileWalk& walk) const;
    void look_at(AuditTally& tally, const RgbBlock& state) const;
    void move_on(AuditTally& tally, const RgbBlock& state, bool judged) const;
    /// Gathers the ground, which is compared with nothing.
    void gather_ground(AuditTally& tally) const;
    /// The same for all states from `first` on, up to `end`, in which the tile stands alike.
    void gather_run(std::size_t first, std::size_t end, AuditTally& tally) const;
    void gather(const TileState& tile, StateTally& into) const;
    void gather_pass(const TileState& tile, PassTally& into) const;
    /// The tile as it stands, at viewing scale.
    void average(const AuditTally& tally, StepCells& steps, LinearCells& light) const;
    /// Keeps that: of the ground, or of what a pass made of the state that it follows.
    void begin_viewing(AuditTally& tally);
    void change_viewing(std::size_t state, AuditTally& tally);

    const Painting& painting_;
    AuditOptions options_;
    std::vector<Pyramid::Level> masks_;  // of the parts
    LightSplit split_;
    std::vector<double> part_splits_;
    Extremes extremes_;
    bool all_keep_;  // no pass is meant to move values: what is judged is what is measured
    bool all_;       // not only values
    std::size_t passes_;
    std::size_t open_;  // how many of them are not judged
    bool starts_late_;  // at a state that is known
    std::optional<ViewingGrid> grid_;
    ViewingStates viewing_;
    const ViewingStates no_viewing_{};
    std::optional<ViewingColours> colours_;  // of a picture that is larger than that
    std::unique_ptr<ReachedFirst> reached_;
    std::vector<PassPlaces> groups_;  // the places of each one's passes
};

}  // namespace underpaint
