// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/audit.h"

#include <tbb/enumerable_thread_specific.h>

#include <algorithm>

#include "audit/tile_audit.h"
#include "render/view.h"

namespace underpaint {
namespace {

/// Splits the ground's steps; needed before warmth can be sorted into lights and shadows.
std::optional<StepHistogram> ground_steps(const Painting& painting, const AuditOptions& options,
                                          const std::stop_token& stop) {
    tbb::enumerable_thread_specific<StepHistogram> tallies;
    const Recipe recipe(painting, shrink_of_level(options.level));
    const bool whole = walk_tiles(
        recipe,
        [&](const TileWalk& walk, int) {
            const FloatBlock steps = steps_of(walk.state(), options.reader);
            StepHistogram& histogram = tallies.local();
            histogram.add(steps.samples());
        },
        stop);
    if (!whole) return std::nullopt;
    StepHistogram result;
    for (const StepHistogram& tally : tallies) result += tally;
    return result;
}

/// The viewing-scale steps of the ground and of every state after it; empty when stopped.
std::vector<ViewingSteps> viewing_states(const Painting& painting, const AuditOptions& options,
                                         const std::stop_token& stop) {
    const int level = std::max(options.level, level_for(painting.size(), kViewingSide));
    const Recipe recipe(painting, shrink_of_level(level));
    std::vector<FloatBlock> states(painting.passes.size() + 1, FloatBlock(rect_of(recipe.size())));
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            const Rect tile = walk.state().area();
            FloatBlock steps = steps_of(walk.state(), options.reader);
            for (std::size_t i = 0; i < states.size(); ++i) {
                if (i > 0 && walk.lay(i - 1)) steps = steps_of(walk.state(), options.reader);
                for (int y = 0; y < tile.height; ++y)
                    std::ranges::copy(steps.row(y), states[i].row(tile.y + y).begin() + tile.x);
            }
        },
        stop);
    if (!whole) return {};
    std::vector<ViewingSteps> viewing;
    for (FloatBlock& state : states)
        viewing.push_back(at_viewing_scale(std::move(state), painting.size()));
    return viewing;
}

bool add_focus(Audit& audit, const Painting& painting, const AuditOptions& options,
               const std::stop_token& stop) {
    const auto& foci = painting.plan.foci;
    if (foci.empty()) return true;
    const auto states = viewing_states(painting, options, stop);
    if (states.empty()) return false;
    audit.ground.focus = audit_focus(states[0], foci, std::nullopt);
    for (std::size_t i = 0; i < audit.passes.size(); ++i) {
        if (stop.stop_requested()) return false;
        if (audit.ground.focus)
            audit.passes[i].focus = audit_focus(states[i + 1], foci, audit.ground.focus);
    }
    return true;
}

void judge_swings(Audit& audit) {
    double before = audit.ground.swing.swing, largest = before;
    for (PassAudit& pass : audit.passes) {
        SwingAudit& swing = pass.swing;
        swing.own = swing.swing - before;
        if (std::abs(swing.swing) > std::abs(largest)) largest = swing.swing;
        swing.verdict = judge_swing(swing.swing, largest);
        before = swing.swing;
    }
}

}  // namespace

Verdict Audit::balance() const {
    return passes.empty() ? Verdict::held : passes.back().value.verdict;
}

std::optional<Audit> audit(const Painting& painting, const AuditOptions& options,
                           const std::stop_token& stop, const Progress& progress) {
    Audit result;
    result.size = painting.size();
    result.reader = options.reader;
    result.exact = options.level == 0;

    if (!options.only_values_after) {
        auto histogram = ground_steps(painting, options, stop);
        if (!histogram) return std::nullopt;
        result.ground.steps = std::move(*histogram);
        result.ground.split = result.ground.steps.otsu_split();
    }

    const TileAuditor auditor(painting, options, static_cast<float>(result.ground.split));
    tbb::enumerable_thread_specific<AuditTally> tallies([&] { return auditor.empty_tally(); });
    const Recipe recipe(painting, shrink_of_level(options.level));
    const bool whole = walk_tiles(
        recipe, [&](TileWalk& walk, int) { auditor.measure(walk, tallies.local()); }, stop,
        progress);
    if (!whole) return std::nullopt;

    AuditTally sum = auditor.empty_tally();
    for (const AuditTally& tally : tallies) sum += tally;
    auditor.report(sum, result);
    judge_swings(result);
    if (!options.only_values_after && !add_focus(result, painting, options, stop))
        return std::nullopt;
    return result;
}

}  // namespace underpaint
