// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/tile_audit.h"

#include <algorithm>

#include "render/readings.h"

namespace underpaint {
namespace {

/// The share of a move that a pass was meant to make.
float meant(Intent intent, float move) {
    switch (intent) {
        case Intent::keep: return 0;
        case Intent::deepen: return std::min(move, 0.0F);
        case Intent::lift: return std::max(move, 0.0F);
        case Intent::reshape: return move;
    }
    return 0;
}

}  // namespace

StateTally& StateTally::operator+=(const StateTally& other) {
    running += other.running;
    own += other.own;
    judged += other.judged;
    own_judged += other.own_judged;
    steps += other.steps;
    light_warmth += other.light_warmth;
    shadow_warmth += other.shadow_warmth;
    for (std::size_t i = 0; i < parts.size(); ++i) parts[i] += other.parts[i];
    return *this;
}

AuditTally& AuditTally::operator+=(const AuditTally& other) {
    for (std::size_t i = 0; i < states.size(); ++i) states[i] += other.states[i];
    return *this;
}

/// One tile between two passes. `reference` is where each pixel should stand: the seal, moved along
/// by what passes were meant to do.
struct TileAuditor::Tile {
    Rect area;
    FloatBlock sealed, reference, found, now, warmth;
    Intent intent = Intent::keep;
};

TileAuditor::TileAuditor(const Painting& painting, const AuditOptions& options, float split)
    : painting_(painting),
      options_(options),
      split_(split),
      all_keep_(std::ranges::all_of(painting.passes,
                                    [](const Pass& pass) { return pass.intent == Intent::keep; })),
      passes_(std::min(options.only_values_after.value_or(painting.passes.size()),
                       painting.passes.size())) {
    for (const Part& part : painting.parts) masks_.push_back(part.mask->level(options.level));
    if (!options.only_values_after && !painting.plan.foci.empty())
        viewing_.assign(passes_ + 1,
                        ViewingTally(halved(painting.size(), options.level), painting.size()));
}

AuditTally TileAuditor::empty_tally() const {
    StateTally state;
    state.parts.resize(painting_.parts.size());
    return {std::vector<StateTally>(passes_ + 1, state)};
}

void TileAuditor::measure(TileWalk& walk, AuditTally& tally) {
    const Rect area = walk.state().area();
    const bool all = !options_.only_values_after;
    Tile tile{area, {}, {}, {}, {}, {}};
    tile.sealed = steps_of(walk.state(), options_.reader);
    tile.reference = tile.found = tile.now = tile.sealed;
    if (all) {
        tile.warmth = warmth_of(walk.state());
        measure_state(tile, tally.states[0]);
        if (!viewing_.empty()) viewing_[0].add(tile.now);
    }
    for (std::size_t i = 0; i < passes_; ++i) {
        const bool laid = walk.lay(i);
        // Steps in between are wanted where they are reported, and where they move the reference.
        const bool last = i + 1 == passes_;
        if (!all && !last && all_keep_) continue;
        tile.found = tile.now;
        tile.intent = painting_.passes[i].intent;
        if (laid || (last && all_keep_ && !all)) move_on(tile, walk.state(), all);
        if (all || last) measure_state(tile, tally.states[i + 1]);
        if (!viewing_.empty()) viewing_[i + 1].add(tile.now);
    }
}

/// Takes in what a pass did to a tile.
void TileAuditor::move_on(Tile& tile, const RgbBlock& state, bool all) const {
    tile.now = steps_of(state, options_.reader);
    if (all) tile.warmth = warmth_of(state);
    const auto now = tile.now.samples(), found = tile.found.samples();
    const auto reference = tile.reference.samples();
    for (std::size_t p = 0; p < now.size(); ++p)
        reference[p] += meant(tile.intent, now[p] - found[p]);
}

void TileAuditor::measure_state(const Tile& tile, StateTally& tally) const {
    const auto sealed = tile.sealed.samples(), found = tile.found.samples();
    const auto now = tile.now.samples(), reference = tile.reference.samples();
    tally.steps.add(now);
    tally.running.add(now, sealed);
    tally.own.add(now, found);
    if (!all_keep_) {
        std::vector<float> expected(found.begin(), found.end());
        for (std::size_t p = 0; p < now.size(); ++p)
            expected[p] += meant(tile.intent, now[p] - found[p]);
        tally.judged.add(now, reference);
        tally.own_judged.add(now, expected);
    }
    if (options_.only_values_after) return;
    measure_warmth(tile, tally);
    measure_parts(tile, tally);
}

void TileAuditor::measure_warmth(const Tile& tile, StateTally& tally) const {
    const auto sealed = tile.sealed.samples(), warmth = tile.warmth.samples();
    double light = 0, lights = 0, shadow = 0, shadows = 0;
    for (std::size_t p = 0; p < warmth.size(); ++p) {
        const bool is_light = sealed[p] >= split_;
        (is_light ? light : shadow) += warmth[p];
        (is_light ? lights : shadows) += 1;
    }
    tally.light_warmth.add(light, lights);
    tally.shadow_warmth.add(shadow, shadows);
}

void TileAuditor::measure_parts(const Tile& tile, StateTally& tally) const {
    std::vector<float> cover(static_cast<std::size_t>(tile.area.width));
    for (std::size_t part = 0; part < tally.parts.size(); ++part) {
        const Picture& mask = *masks_[part];
        if (mask.surely_all(0, tile.area, 0)) continue;
        for (int y = 0; y < tile.area.height; ++y) {
            mask.read_channel(0, tile.area.x, tile.area.y + y, cover);
            const auto steps = tile.now.row(y);
            double sum = 0, weight = 0;
            for (std::size_t x = 0; x < cover.size(); ++x) {
                sum += double{cover[x]} * steps[x];
                weight += cover[x];
            }
            tally.parts[part].add(sum, weight);
        }
    }
}

void TileAuditor::report(const AuditTally& tally, Audit& audit) const {
    const auto swing_of = [](const StateTally& state) {
        if (state.light_warmth.empty() || state.shadow_warmth.empty()) return 0.0;
        return state.light_warmth.value() - state.shadow_warmth.value();
    };
    const StateTally& ground = tally.states[0];
    audit.ground.swing.swing = audit.ground.swing.own = swing_of(ground);
    const auto pixels = static_cast<double>(ground.steps.count());
    for (std::size_t i = options_.only_values_after ? passes_ - 1 : 0; i < passes_; ++i) {
        const StateTally& state = tally.states[i + 1];
        PassAudit pass;
        pass.index = static_cast<int>(i) + 1;
        pass.name = painting_.passes[i].name;
        pass.value.running = state.running.drift();
        pass.value.own = state.own.drift();
        pass.value.judged_p95 = all_keep_ ? pass.value.running.p95 : state.judged.drift().p95;
        pass.value.own_judged_p95 = all_keep_ ? pass.value.own.p95 : state.own_judged.drift().p95;
        pass.value.verdict = judge_drift(pass.value.judged_p95);
        pass.swing.swing = swing_of(state);
        pass.steps = state.steps;
        for (std::size_t part = 0; part < state.parts.size(); ++part)
            if (!ground.parts[part].empty())
                pass.parts.push_back({painting_.parts[part].id, ground.parts[part].value(),
                                      state.parts[part].value(),
                                      ground.parts[part].weight() / pixels});
        audit.passes.push_back(std::move(pass));
    }
}

}  // namespace underpaint
