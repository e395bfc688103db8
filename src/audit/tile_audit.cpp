// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/tile_audit.h"

#include <algorithm>
#include <utility>

#include "audit/extremes.h"
#include "painting/flats.h"
#include "render/view.h"

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
    alone += other.alone;
    changes += other.changes;
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
      passes_(std::min(options.only_values_after.value_or(painting.passes.size()),
                       painting.passes.size())),
      open_(open_passes(painting)) {
    if (!options.only_values_after)
        for (const Group& group : painting.groups) groups_.push_back(places_of(painting, group.id));
    // What was meant to move, and what a group found, is not to be seen in a later state.
    const std::size_t after = options.known.state_after;
    // Nor what passes below it reached, which counts where every pixel is measured.
    starts_late_ = options.known.state != nullptr && options.level > 0 && all_keep_ &&
                   std::ranges::none_of(groups_, [&](const PassPlaces& places) {
                       return places.front() < after && after <= places.back();
                   });
    nothing_.parts.parts.resize(painting.parts.size());
    if (options.only_values_after) return;
    for (const Part& part : painting.parts) masks_.push_back(part.mask->level(options.level));
    const Size size = halved(painting.size(), options.level);
    if (options.viewing)
        viewing_ = ViewingStates(size, painting.size(), passes_ + 1, options.known.passes);
    // On halved pixels slivers are lost.
    if (options.level == 0) reached_ = std::make_unique<ReachedFirst>(size);
}

AuditTally TileAuditor::empty_tally() const {
    AuditTally tally;
    tally.alone.assign(passes_ + 1, nothing_);
    tally.changes = tally.alone;
    tally.passes.resize(passes_);
    tally.groups.resize(groups_.size());
    return tally;
}

/// Where on it the foci lie, and where pure black and white are watched for.
void TileAuditor::find_foci(TileState& tile) const {
    const Rect& area = tile.area;
    for (FloatBlock* block : {&tile.in_focus, &tile.watched}) block->reshape(area);
    const double scale = shrink_of_level(options_.level);
    tile.has_focus = false;
    std::ranges::fill(tile.in_focus.samples(), 0.0F);
    for (const Focus& focus : painting_.plan.foci) {
        const Point centre{focus.centre.x / scale, focus.centre.y / scale};
        const double radius = focus.radius / scale;
        if (centre.x + radius < area.x || centre.x - radius > area.right() ||
            centre.y + radius < area.y || centre.y - radius > area.bottom())
            continue;
        for (int y = 0; y < area.height; ++y) {
            const auto row = tile.in_focus.row(y);
            for (int x = 0; x < area.width; ++x)
                if (distance({area.x + x + 0.5, area.y + y + 0.5}, centre) <= radius)
                    row[static_cast<std::size_t>(x)] = 1, tile.has_focus = true;
        }
    }
    std::ranges::transform(
        tile.in_focus.samples(), tile.watched.samples().begin(),
        [&](float inside) { return extremes_ == Extremes::nowhere ? 1.0F : 1 - inside; });
}

/// What is the same in all states of a tile.
void TileAuditor::begin(TileState& tile, const TileWalk& walk) const {
    const Rect area = walk.state().area();
    tile.painting = &painting_;
    tile.area = area;
    tile.all_keep = all_keep_;
    if (!options_.only_values_after) find_foci(tile);
    look_at(tile, walk.state(), !options_.only_values_after);
    tile.sealed = tile.now;
    if (!all_keep_) tile.reference = tile.sealed;
    tile.found = tile.sealed;
    tile.intent = Intent::keep;
    if (options_.only_values_after) return;

    const auto sealed = std::as_const(tile.sealed).samples();
    for (FloatBlock* block : {&tile.lights, &tile.shadows}) block->reshape(area);
    const auto lights_from = static_cast<float>(split_.lights_from);
    const auto shadows_below = static_cast<float>(split_.shadows_below);
    for (std::size_t i = 0; i < sealed.size(); ++i) {
        tile.lights.samples()[i] = sealed[i] >= lights_from ? 1.0F : 0.0F;
        tile.shadows.samples()[i] = sealed[i] < shadows_below ? 1.0F : 0.0F;
    }

    tile.parts.clear();
    for (std::size_t part = 0; part < masks_.size(); ++part) {
        const Picture& mask = *masks_[part];
        if (mask.surely_all(0, area, 0)) continue;
        PartOnTile on{part, FloatBlock(area), FloatBlock(area)};
        mask.read_channel(0, area, on.lights.samples());
        const auto split = static_cast<float>(part_splits_[part]);
        for (std::size_t i = 0; i < sealed.size(); ++i)
            if (sealed[i] < split) std::swap(on.lights.samples()[i], on.shadows.samples()[i]);
        tile.parts.push_back(std::move(on));
    }
}

void TileAuditor::measure(TileWalk& walk, AuditTally& tally) {
    const Rect area = walk.state().area();
    const bool all = !options_.only_values_after;
    TileState& tile = tally.tile;
    begin(tile, walk);
    if (all) {
        if (!viewing_.empty()) {
            viewing_.grid().average(tile.now, tally.before);
            viewing_.begin(tally.before);
        }
    }
    if (reached_) tally.reached = FloatBlock(area);
    bool reached_all = !reached_;
    FloatBlock found_by_group;
    const std::size_t known = options_.known.passes;
    // The first of the states that the tile stands in as it does now. The ground is wanted always.
    std::size_t first_of_run = known == 0 ? 0 : known + 1;
    if (all && known > 0) gather(tile, tally.alone[0]);
    if (starts_late_) walk.begin(area, *options_.known.state);
    for (std::size_t i = starts_late_ ? options_.known.state_after : 0; i < passes_; ++i) {
        // A state whose figures are known is looked at where something is measured from it.
        if (i > 0 && i == known) look_at(tile, walk.state(), all);
        for (const PassPlaces& places : groups_)
            if (places.front() == i)
                found_by_group = i < known ? steps_of(walk.state(), options_.reader) : tile.now;
        const bool laid = walk.lay(i);
        if (laid && !reached_all && brings_colour(painting_.passes[i]))
            reached_all = reached_->add(std::as_const(walk.coverage()), i, tally.reached);
        if (i < known && all_keep_) continue;
        // Steps in between are wanted where they are reported, and where they move the reference.
        const bool last = i + 1 == passes_;
        if (!all && !last && all_keep_) continue;
        // The first state that is judged is compared with the seal and nothing else.
        const bool first = open_ > 0 && i == open_;
        tile.intent = painting_.passes[i].intent;
        const bool moves = laid || first || (last && all_keep_ && !all);
        if (moves && all && i >= known) {
            gather_run(first_of_run, i + 1, tally);
            first_of_run = i + 1;
        }
        if (first)
            tile.found = tile.sealed;
        else if (laid)
            std::swap(tile.found, tile.now);
        else if (!all_keep_)
            tile.found = tile.now;
        if (moves) move_on(tile, walk.state(), all, i >= open_);
        if (i < known) continue;
        if ((laid || first) && (all || last)) gather_pass(tile, tally.passes[i]);
        // The first that is measured follows the ground, whatever was laid before it.
        if (!viewing_.empty() && (laid || i == known)) {
            viewing_.grid().average(tile.now, tally.now);
            viewing_.change(i + 1, tally.before, tally.now);
            std::swap(tally.before, tally.now);
        }
        for (std::size_t g = 0; g < groups_.size(); ++g)
            if (groups_[g].back() == i)
                tally.groups[g].add(std::as_const(tile.now).samples(),
                                    std::as_const(found_by_group).samples());
    }
    gather_run(all ? first_of_run : passes_, passes_ + 1, tally);
}

void TileAuditor::look_at(TileState& tile, const RgbBlock& state, bool all) const {
    if (!all) {
        tile.now = steps_of(state, options_.reader);
        return;
    }
    read_colours(state, options_.reader, tile.now, tile.colours);
    tile.extremes = extremes_in_row(state.all(), tile.watched.samples(), kExtremeMargin);
}

/// Takes in what a pass did to a tile.
void TileAuditor::move_on(TileState& tile, const RgbBlock& state, bool all, bool judged) const {
    look_at(tile, state, all);
    if (!judged || all_keep_) return;
    const auto now = tile.now.samples(), found = tile.found.samples();
    const auto reference = tile.reference.samples();
    for (std::size_t p = 0; p < now.size(); ++p)
        reference[p] += meant(tile.intent, now[p] - found[p]);
}

void TileAuditor::gather(const TileState& tile, StateTally& into) const {
    into.steps.add(tile.now.samples());
    for (const MeasureRecord* measure : kMeasures)
        if (measure->gather != nullptr && (measure->of_trials || !options_.only_values_after))
            measure->gather(tile, into);
}

void TileAuditor::gather_run(std::size_t first, std::size_t end, AuditTally& tally) const {
    // Adding and taking off costs about as much as gathering twice. Of very many states a second
    // tally each would take more memory than that is worth.
    constexpr std::size_t many_states = 64;
    const std::size_t short_run = passes_ > many_states ? 0 : 2;
    if (first >= end) return;  // what is known already
    if (end - first <= short_run) {
        for (std::size_t state = first; state < end; ++state)
            gather(tally.tile, tally.alone[state]);
        return;
    }
    tally.run = nothing_;
    gather(tally.tile, tally.run);
    // Maxima can't be taken off again.
    for (std::size_t state = first; state < end; ++state)
        tally.alone[state].value.raise_max(tally.run.value);
    tally.run.value.forget_max();
    tally.changes[first] += tally.run;
    if (end <= passes_) tally.changes[end] -= tally.run;
}

void TileAuditor::gather_pass(const TileState& tile, PassTally& into) const {
    for (const MeasureRecord* measure : kMeasures)
        if (measure->gather_pass != nullptr && (measure->of_trials || !options_.only_values_after))
            measure->gather_pass(tile, into);
}

void TileAuditor::report(const AuditTally& tally, Audit& audit) const {
    StateTally run = nothing_;
    const auto next_state = [&](std::size_t index) {
        run += tally.changes[index];
        StateTally state = run;
        state += tally.alone[index];
        return state;
    };
    const StateTally ground = next_state(0);
    const auto report_state = [&](const StateTally& state, const PassTally& by, PassAudit& pass) {
        pass.steps = state.steps;
        for (const MeasureRecord* measure : kMeasures)
            if (measure->report != nullptr && (measure->of_trials || !options_.only_values_after))
                measure->report({painting_, ground, state, by, all_keep_}, pass);
    };
    if (options_.known.passes == 0 && !options_.only_values_after)
        report_state(ground, {}, audit.ground);
    const std::size_t first = options_.only_values_after ? passes_ - 1 : options_.known.passes;
    for (std::size_t i = first; i < passes_; ++i) {
        PassAudit& pass = audit.passes.emplace_back();
        pass.index = static_cast<int>(i) + 1;
        pass.name = painting_.passes[i].name;
        pass.open = i < open_;
        report_state(next_state(i + 1), tally.passes[i], pass);
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
