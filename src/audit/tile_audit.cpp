// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/tile_audit.h"

#include <algorithm>
#include <utility>

#include "audit/extremes.h"
#include "painting/flats.h"
#include "render/view.h"

namespace underpaint {

AuditTally& AuditTally::operator+=(const AuditTally& other) {
    states += other.states;
    colours += other.colours;
    passes += other.passes;
    for (std::size_t i = 0; i < groups.size(); ++i) groups[i] += other.groups[i];
    return *this;
}

TileAuditor::TileAuditor(const Painting& painting, const AuditOptions& options, const Audit& begun)
    : painting_(painting),
      options_(options),
      split_(begun.split),
      part_splits_(begun.part_splits),
      extremes_(begun.limits.extremes),
      all_keep_(std::ranges::all_of(painting.passes,
                                    [](const Pass& pass) { return pass.intent == Intent::keep; })),
      all_(!options.only_values_after),
      passes_(std::min(options.only_values_after.value_or(painting.passes.size()),
                       painting.passes.size())),
      open_(open_passes(painting)) {
    if (all_)
        for (const Group& group : painting.groups) groups_.push_back(places_of(painting, group.id));
    // The passes' intents and the states that groups found can't be read from a later state.
    const std::size_t after = options.known.state_after;
    // Neither can what earlier passes reached, which is counted where every pixel is measured.
    starts_late_ = options.known.state != nullptr && options.level > 0 && all_keep_ &&
                   std::ranges::none_of(groups_, [&](const PassPlaces& places) {
                       return places.front() < after && after <= places.back();
                   });
    if (!all_) return;
    for (const Part& part : painting.parts) masks_.push_back(part.mask->level(options.level));
    const Size size = halved(painting.size(), options.level);
    grid_.emplace(size, painting.size());
    const std::size_t known = options.known.passes;
    if (options.viewing || grid_->averages()) viewing_ = ViewingStates(*grid_, passes_ + 1, known);
    if (grid_->averages())
        colours_.emplace(ViewingColours::Of{painting, {split_, part_splits_}, masks_}, *grid_,
                         passes_ + 1, known);
    // Slivers are lost when pixels are halved.
    if (options.level == 0) reached_ = std::make_unique<ReachedFirst>(size, strip_rows());
}

AuditTally TileAuditor::empty_tally() const {
    AuditTally tally;
    tally.states = {passes_ + 1, {}};
    if (all_ && !colours_) tally.colours = {passes_ + 1, no_colours(painting_)};
    tally.passes.resize(passes_);
    tally.groups.resize(groups_.size());
    return tally;
}

/// What is the same in all states of a tile.
void TileAuditor::begin(AuditTally& tally, const TileWalk& walk) const {
    TileState& tile = tally.tile;
    tile.painting = &painting_;
    tile.area = walk.state().area();
    tile.all_keep = all_keep_;
    if (all_) {
        find_foci(tile, painting_, 1 / shrink_of_level(options_.level));
        tile.watched.reshape(tile.area);
        std::ranges::transform(
            std::as_const(tile.in_focus).samples(), tile.watched.samples().begin(),
            [&](float inside) { return extremes_ == Extremes::nowhere ? 1.0F : 1 - inside; });
    }
    look_at(tally, walk.state());
    tile.sealed = tile.now;
    if (!all_keep_) tile.reference = tile.sealed;
    tile.found = tile.sealed;
    tile.intent = Intent::keep;
    if (all_ && !colours_)
        find_lights(tile, {split_, part_splits_}, [&](std::size_t part, FloatBlock& cover) {
            return grid_->cover(*masks_[part], tile.area, cover);
        });
}

void TileAuditor::average(const AuditTally& tally, StepCells& steps, LinearCells& light) const {
    if (colours_)
        grid_->average(tally.tile.now, tally.tile.light, steps, light);
    else
        grid_->average(tally.tile.now, steps);
}

void TileAuditor::begin_viewing(AuditTally& tally) {
    if (viewing_.empty()) return;
    average(tally, tally.steps_before, tally.light_before);
    viewing_.begin(tally.steps_before);
    if (colours_) colours_->begin(tally.light_before);
}

void TileAuditor::change_viewing(std::size_t state, AuditTally& tally) {
    if (viewing_.empty()) return;
    average(tally, tally.steps_now, tally.light_now);
    viewing_.change(state, tally.steps_before, tally.steps_now);
    if (colours_) colours_->change(state, tally.light_before, tally.light_now);
    std::swap(tally.steps_before, tally.steps_now);
    std::swap(tally.light_before, tally.light_now);
}

bool TileAuditor::finish_above(int row, const std::stop_token& stop) {
    return !colours_ || colours_->gather_above(row, viewing_, stop);
}

void TileAuditor::measure(TileWalk& walk, AuditTally& tally) {
    const Rect area = walk.state().area();
    TileState& tile = tally.tile;
    begin(tally, walk);
    begin_viewing(tally);
    if (reached_) tally.reached = FloatBlock(area);
    bool reached_all = !reached_;
    FloatBlock found_by_group;
    const std::size_t known = options_.known.passes;
    // The first state of the run of states in which this tile looks the same. The ground is always
    // measured.
    std::size_t first_of_run = known == 0 ? 0 : known + 1;
    if (all_ && known > 0) gather_run(0, 1, tally);
    if (starts_late_) walk.begin(area, *options_.known.state);
    for (std::size_t i = starts_late_ ? options_.known.state_after : 0; i < passes_; ++i) {
        // A state whose figures are known is still read if a later one is measured against it.
        if (i > 0 && i == known) look_at(tally, walk.state());
        for (const PassPlaces& places : groups_)
            if (places.front() == i)
                found_by_group = i < known ? steps_of(walk.state(), options_.reader) : tile.now;
        const bool laid = walk.lay(i);
        if (laid && !reached_all && brings_colour(painting_.passes[i]))
            reached_all = reached_->add(std::as_const(walk.coverage()), i, tally.reached);
        if (i < known && all_keep_) continue;
        // States in between are needed where they are reported, or where the reference changes at
        // them.
        const bool last = i + 1 == passes_;
        if (!all_ && !last && all_keep_) continue;
        // The first judged state is compared with the seal alone.
        const bool first = open_ > 0 && i == open_;
        tile.intent = painting_.passes[i].intent;
        const bool moves = laid || first || (last && all_keep_ && !all_);
        if (moves && all_ && i >= known) {
            gather_run(first_of_run, i + 1, tally);
            first_of_run = i + 1;
        }
        if (first)
            tile.found = tile.sealed;
        else if (laid)
            std::swap(tile.found, tile.now);
        else if (!all_keep_)
            tile.found = tile.now;
        if (moves) move_on(tally, walk.state(), i >= open_);
        if (i < known) continue;
        if ((laid || first) && (all_ || last)) gather_pass(tile, tally.passes[i]);
        // The first measured state comes right after the ground, even if passes lie between them.
        if (laid || i == known) change_viewing(i + 1, tally);
        for (std::size_t g = 0; g < groups_.size(); ++g)
            if (groups_[g].back() == i)
                tally.groups[g].add(std::as_const(tile.now).samples(),
                                    std::as_const(found_by_group).samples());
    }
    gather_run(all_ ? first_of_run : passes_, passes_ + 1, tally);
}

void TileAuditor::look_at(AuditTally& tally, const RgbBlock& state) const {
    TileState& tile = tally.tile;
    if (!all_) {
        tile.now = steps_of(state, options_.reader);
        return;
    }
    if (colours_)
        read_light(state, options_.reader, tile.now, tile.light);
    else
        read_colours_and_light(state, options_.reader, tile.now, tile.colours, tile.light);
    tile.extremes = extremes_in_row(state.all(), tile.watched.samples(), kExtremeMargin);
}

/// Takes in what a pass did to a tile.
void TileAuditor::move_on(AuditTally& tally, const RgbBlock& state, bool judged) const {
    look_at(tally, state);
    if (!judged || all_keep_) return;
    TileState& tile = tally.tile;
    const auto now = tile.now.samples(), found = tile.found.samples();
    const auto reference = tile.reference.samples();
    for (std::size_t p = 0; p < now.size(); ++p)
        reference[p] += meant(tile.intent, now[p] - found[p]);
}

void TileAuditor::gather_run(std::size_t first, std::size_t end, AuditTally& tally) const {
    const TileState& tile = tally.tile;
    tally.states.add(first, end, [&](StateTally& into) { gather(tile, into); });
    if (all_ && !colours_)
        tally.colours.add(first, end, [&](ColourTally& into) { gather_colours(tile, into); });
}

void TileAuditor::gather(const TileState& tile, StateTally& into) const {
    into.steps.add(tile.now.samples());
    for (const MeasureRecord* measure : kMeasures)
        if (measure->gather != nullptr && (measure->of_trials || all_)) measure->gather(tile, into);
}

void TileAuditor::gather_pass(const TileState& tile, PassTally& into) const {
    for (const MeasureRecord* measure : kMeasures)
        if (measure->gather_pass != nullptr && (measure->of_trials || all_))
            measure->gather_pass(tile, into);
}

void TileAuditor::report(const AuditTally& tally, Audit& audit) const {
    RunTallies<StateTally>::Walk states(tally.states);
    const RunTallies<ColourTally> averaged =
        colours_ ? colours_->tallies() : RunTallies<ColourTally>();
    RunTallies<ColourTally>::Walk colours(colours_ ? averaged : tally.colours);
    const auto next_colours = [&] { return all_ ? colours.next() : ColourTally(); };
    const StateTally ground = states.next();
    const ColourTally ground_colours = next_colours();
    const auto report_state = [&](const StateTally& state, const ColourTally& of_colours,
                                  const PassTally& by, PassAudit& pass) {
        pass.steps = state.steps;
        for (const MeasureRecord* measure : kMeasures)
            if (measure->report != nullptr && (measure->of_trials || all_))
                measure->report(
                    {painting_, ground, state, ground_colours, of_colours, by, all_keep_}, pass);
    };
    if (options_.known.passes == 0 && all_) report_state(ground, ground_colours, {}, audit.ground);
    const std::size_t first = all_ ? options_.known.passes : passes_ - 1;
    for (std::size_t i = 0; i < passes_; ++i) {
        const StateTally state = states.next();
        const ColourTally of_colours = next_colours();
        if (i < first) continue;
        PassAudit& pass = audit.passes.emplace_back();
        pass.index = static_cast<int>(i) + 1;
        pass.name = painting_.passes[i].name;
        pass.open = i < open_;
        report_state(state, of_colours, tally.passes[i], pass);
    }
}

std::vector<Drift> TileAuditor::drifts_of_groups(const AuditTally& tally) const {
    std::vector<Drift> drifts;
    for (std::size_t g = 0; g < groups_.size(); ++g) {
        const bool known = groups_[g].back() < options_.known.passes;
        drifts.push_back(known ? options_.known.audit->groups[g].whole.value.own
                               : tally.groups[g].drift());
    }
    return drifts;
}

}  // namespace underpaint
