// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/tile_audit.h"

#include <algorithm>

#include "painting/flats.h"
#include "render/readings.h"

namespace underpaint {
float meant(Intent intent, float move) {
    switch (intent) {
        case Intent::keep: return 0;
        case Intent::deepen: return std::min(move, 0.0F);
        case Intent::lift: return std::max(move, 0.0F);
        case Intent::reshape: return move;
    }
    return 0;
}

AuditTally& AuditTally::operator+=(const AuditTally& other) {
    for (std::size_t i = 0; i < states.size(); ++i) states[i] += other.states[i];
    for (std::size_t i = 0; i < groups.size(); ++i) groups[i] += other.groups[i];
    return *this;
}

TileAuditor::TileAuditor(const Painting& painting, const AuditOptions& options, float split)
    : painting_(painting),
      options_(options),
      split_(split),
      all_keep_(std::ranges::all_of(painting.passes,
                                    [](const Pass& pass) { return pass.intent == Intent::keep; })),
      passes_(std::min(options.only_values_after.value_or(painting.passes.size()),
                       painting.passes.size())),
      open_(open_passes(painting)) {
    if (!options.only_values_after)
        for (const Group& group : painting.groups) groups_.push_back(places_of(painting, group.id));
    // What was meant to move, and what a group found, is not to be seen in a later state.
    const std::size_t after = options.known.state_after;
    starts_late_ = options.known.state != nullptr && all_keep_ &&
                   std::ranges::none_of(groups_, [&](const PassPlaces& places) {
                       return places.front() < after && after <= places.back();
                   });
    for (const Part& part : painting.parts) masks_.push_back(part.mask->level(options.level));
    if (!options.only_values_after && !painting.plan.foci.empty())
        viewing_.assign(passes_ + 1,
                        ViewingTally(halved(painting.size(), options.level), painting.size()));
}

AuditTally TileAuditor::empty_tally() const {
    StateTally state;
    state.parts.means.resize(painting_.parts.size());
    return {std::vector<StateTally>(passes_ + 1, state), std::vector<DriftTally>(groups_.size())};
}

void TileAuditor::measure(TileWalk& walk, AuditTally& tally) {
    const Rect area = walk.state().area();
    const bool all = !options_.only_values_after;
    TileState tile{area, {}, {}, {}, {}, {}, Intent::keep, all_keep_, split_, masks_};
    tile.sealed = steps_of(walk.state(), options_.reader);
    tile.reference = tile.found = tile.now = tile.sealed;
    if (all) {
        tile.warmth = warmth_of(walk.state());
        gather(tile, tally.states[0]);
        if (!viewing_.empty()) viewing_[0].add(tile.now);
    }
    FloatBlock found_by_group;
    const std::size_t known = options_.known.passes;
    if (starts_late_) walk.begin(area, *options_.known.state);
    for (std::size_t i = starts_late_ ? options_.known.state_after : 0; i < passes_; ++i) {
        // A state whose figures are known is looked at where something is measured from it.
        if (i > 0 && i == known) look_at(tile, walk.state(), all);
        for (const PassPlaces& places : groups_)
            if (places.front() == i)
                found_by_group = i < known ? steps_of(walk.state(), options_.reader) : tile.now;
        const bool laid = walk.lay(i);
        if (i < known && all_keep_) continue;
        // Steps in between are wanted where they are reported, and where they move the reference.
        const bool last = i + 1 == passes_;
        if (!all && !last && all_keep_) continue;
        // The first state that is judged is compared with the seal and nothing else.
        const bool first = open_ > 0 && i == open_;
        tile.found = first ? tile.sealed : tile.now;
        tile.intent = painting_.passes[i].intent;
        if (laid || first || (last && all_keep_ && !all))
            move_on(tile, walk.state(), all, i >= open_);
        if (i < known) continue;
        if (all || last) gather(tile, tally.states[i + 1]);
        if (!viewing_.empty()) viewing_[i + 1].add(tile.now);
        for (std::size_t g = 0; g < groups_.size(); ++g)
            if (groups_[g].back() == i)
                tally.groups[g].add(tile.now.samples(), found_by_group.samples());
    }
}

void TileAuditor::look_at(TileState& tile, const RgbBlock& state, bool all) const {
    tile.now = steps_of(state, options_.reader);
    if (all) tile.warmth = warmth_of(state);
}

/// Takes in what a pass did to a tile.
void TileAuditor::move_on(TileState& tile, const RgbBlock& state, bool all, bool judged) const {
    look_at(tile, state, all);
    if (!judged) return;
    const auto now = tile.now.samples(), found = tile.found.samples();
    const auto reference = tile.reference.samples();
    for (std::size_t p = 0; p < now.size(); ++p)
        reference[p] += meant(tile.intent, now[p] - found[p]);
}

void TileAuditor::gather(const TileState& tile, StateTally& tally) const {
    tally.steps.add(tile.now.samples());
    for (const MeasureRecord* measure : kMeasures)
        if (measure->gather != nullptr && (measure->of_trials || !options_.only_values_after))
            measure->gather(tile, tally);
}

void TileAuditor::report(const AuditTally& tally, Audit& audit) const {
    const std::size_t first = options_.only_values_after ? passes_ - 1 : options_.known.passes;
    for (std::size_t i = first; i < passes_; ++i) {
        const StateTally& state = tally.states[i + 1];
        PassAudit pass;
        pass.index = static_cast<int>(i) + 1;
        pass.name = painting_.passes[i].name;
        pass.open = i < open_;
        pass.steps = state.steps;
        for (const MeasureRecord* measure : kMeasures)
            if (measure->report != nullptr)
                measure->report({painting_, tally.states[0], state, all_keep_}, pass);
        audit.passes.push_back(std::move(pass));
    }
}

void TileAuditor::report_groups(const AuditTally& tally, Audit& audit) const {
    for (std::size_t g = 0; g < groups_.size(); ++g) {
        GroupAudit group{painting_.groups[g].id, audit.passes[groups_[g].back()]};
        if (groups_[g].back() < options_.known.passes) {
            const auto known =
                std::ranges::find(options_.known.audit->groups, group.group, &GroupAudit::group);
            audit.groups.push_back(*known);
            continue;
        }
        const std::size_t first = groups_[g].front();
        const SwingAudit& before = first == 0 ? audit.ground.swing : audit.passes[first - 1].swing;
        group.whole.name = painting_.groups[g].name;
        group.whole.value.own = tally.groups[g].drift();
        group.whole.swing.own = group.whole.swing.swing - before.swing;
        audit.groups.push_back(std::move(group));
    }
}

}  // namespace underpaint
