// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "audit/audit.h"
#include "audit/tile_state.h"
#include "painting/group_changes.h"
#include "render/render.h"

namespace underpaint {

/// One for the ground, then one for each pass.
struct AuditTally {
    std::vector<StateTally> states;
    std::vector<DriftTally> groups;  ///< from what each of them found to what it left
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
    /// Once all passes are judged.
    void report_groups(const AuditTally& tally, Audit& audit) const;

private:
    void look_at(TileState& tile, const RgbBlock& state, bool all) const;
    void move_on(TileState& tile, const RgbBlock& state, bool all, bool judged) const;
    void gather(const TileState& tile, StateTally& tally) const;

    const Painting& painting_;
    AuditOptions options_;
    std::vector<Pyramid::Level> masks_;  // of the parts
    float split_;
    bool all_keep_;  // no pass is meant to move values: what is judged is what is measured
    std::size_t passes_;
    std::size_t open_;  // how many of them are not judged
    bool starts_late_;  // at a state that is known
    std::vector<ViewingTally> viewing_;
    std::vector<PassPlaces> groups_;  // the places of each one's passes
};

}  // namespace underpaint
