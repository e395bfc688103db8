// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/audit.h"

#include <tbb/enumerable_thread_specific.h>

#include <algorithm>

#include "audit/tile_audit.h"
#include "painting/flats.h"
#include "render/readings.h"
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

}  // namespace

std::size_t common_figures(const Painting& a, const Painting& b) {
    if (a.ground() != b.ground() || a.parts != b.parts || a.plan.foci != b.plan.foci) return 0;
    const auto same = [&](const Pass& p, const Pass& q) {
        const Group *of_p = a.group(p.group), *of_q = b.group(q.group);
        return p == q && (of_p == nullptr || of_q == nullptr ? of_p == of_q : *of_p == *of_q);
    };
    const auto passes = static_cast<std::size_t>(
        std::ranges::mismatch(a.passes, b.passes, same).in1 - a.passes.begin());
    const std::size_t open = std::min(open_passes(a), passes);
    return open == std::min(open_passes(b), passes) ? passes : std::min(open, open_passes(b));
}

std::optional<Audit> audit(const Painting& painting, const AuditOptions& options,
                           const std::stop_token& stop, const Progress& progress) {
    Audit result;
    result.size = painting.size();
    result.reader = options.reader;
    result.exact = options.level == 0;

    const KnownFigures& known = options.known;
    if (known.passes > 0) {
        result.ground = known.audit->ground;
        result.passes.assign(known.audit->passes.begin(),
                             known.audit->passes.begin() + std::ptrdiff_t(known.passes));
    } else if (!options.only_values_after) {
        auto histogram = ground_steps(painting, options, stop);
        if (!histogram) return std::nullopt;
        result.ground.steps = std::move(*histogram);
        result.ground.split = result.ground.steps.otsu_split();
    }

    TileAuditor auditor(painting, options, static_cast<float>(result.ground.split));
    tbb::enumerable_thread_specific<AuditTally> tallies([&] { return auditor.empty_tally(); });
    const Recipe recipe(painting, shrink_of_level(options.level));
    const bool whole = walk_tiles(
        recipe, [&](TileWalk& walk, int) { auditor.measure(walk, tallies.local()); }, stop,
        progress);
    if (!whole) return std::nullopt;

    AuditTally sum = auditor.empty_tally();
    for (const AuditTally& tally : tallies) sum += tally;
    auditor.report(sum, result);
    const Judging judging{painting, sum.states[0], auditor.viewing(), stop, known.passes};
    for (const MeasureRecord* measure : kMeasures)
        if (measure->judge != nullptr && !measure->judge(judging, result)) return std::nullopt;
    auditor.report_groups(sum, result);
    return result;
}

}  // namespace underpaint
