// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/audit.h"

#include <tbb/enumerable_thread_specific.h>

#include <algorithm>
#include <tuple>
#include <utility>

#include "audit/part_means.h"
#include "audit/tile_audit.h"
#include "painting/flats.h"
#include "render/cores.h"
#include "render/readings.h"
#include "render/view.h"

namespace underpaint {
namespace {

/// The steps of the ground, of all of it and of each part.
struct GroundSteps {
    StepHistogram all;
    std::vector<StepHistogram> parts;
    GroundSteps& operator+=(const GroundSteps& other) {
        all += other.all;
        for (std::size_t i = 0; i < parts.size(); ++i) parts[i] += other.parts[i];
        return *this;
    }
};

/// Needed before warmth can be sorted into lights and shadows.
std::optional<GroundSteps> ground_steps(const Painting& painting, const AuditOptions& options,
                                        const std::stop_token& stop) {
    const GroundSteps none{{}, std::vector<StepHistogram>(painting.parts.size())};
    std::vector<Pyramid::Level> masks;
    for (const Part& part : painting.parts) masks.push_back(part.mask->level(options.level));
    tbb::enumerable_thread_specific<GroundSteps> tallies(none);
    const Recipe recipe(painting, shrink_of_level(options.level));
    const bool whole = walk_tiles(
        recipe,
        [&](const TileWalk& walk, int) {
            const FloatBlock steps = steps_of(walk.state(), options.reader);
            GroundSteps& tally = tallies.local();
            tally.all.add(steps.samples());
            for_rows_of_parts(masks, steps, [&](std::size_t part, auto cover, auto row) {
                thread_local std::vector<float> inside;
                inside.clear();
                for (std::size_t x = 0; x < cover.size(); ++x)
                    if (cover[x] >= 0.5F) inside.push_back(row[x]);
                tally.parts[part].add(inside);
            });
        },
        stop);
    if (!whole) return std::nullopt;
    GroundSteps result = none;
    for (const GroundSteps& tally : tallies) result += tally;
    return result;
}

/// Rows of tiles that are walked one after the other: with enough tiles for many cores, and so few
/// that what is kept of them until they are done takes little memory.
std::vector<Rect> bands_of(Size size) {
    constexpr int least_tiles = 48;
    const int across = std::max(1, (size.width + kTileSide - 1) / kTileSide);
    const int height = (least_tiles + across - 1) / across * kTileSide;
    std::vector<Rect> bands;
    for (int y = 0; y < size.height; y += height)
        bands.push_back({0, y, size.width, std::min(height, size.height - y)});
    return bands;
}

/// All that one walk over the states tells. False when stopped.
bool measure_states(const Painting& painting, const AuditOptions& options,
                    const std::stop_token& stop, const Progress& progress, Audit& result) {
    TileAuditor auditor(painting, options, result);
    AuditTally sum = auditor.empty_tally();
    {
        tbb::enumerable_thread_specific<AuditTally> tallies([&] { return auditor.empty_tally(); });
        const Recipe recipe(painting, shrink_of_level(options.level));
        for (const Rect& band : bands_of(recipe.size())) {
            const auto told = [&](float share) {
                const float rows =
                    static_cast<float>(band.y) + share * static_cast<float>(band.height);
                progress(rows / static_cast<float>(recipe.size().height));
            };
            if (!walk_tiles(
                    recipe, band,
                    [&](TileWalk& walk, int) { auditor.measure(walk, tallies.local()); }, stop,
                    progress ? Progress(told) : Progress(), auditor.strip_rows()) ||
                !auditor.finish_above(band.bottom(), stop))
                return false;
        }
        // Each tally is freed once it is added to the first: together they are large.
        std::swap(sum, *tallies.begin());
        for (AuditTally& tally : std::ranges::subrange(std::next(tallies.begin()), tallies.end()))
            sum += std::exchange(tally, {});
    }
    auditor.report(sum, result);
    const Judging judging{painting, auditor.viewing(),   auditor.reached(), options.level,
                          stop,     options.known.passes};
    for (const MeasureRecord* measure : kMeasures) {
        give_way_to_frames();
        if (measure->judge != nullptr && (measure->of_trials || !options.only_values_after) &&
            !measure->judge(judging, result))
            return false;
    }
    const std::vector<Drift> drifts = auditor.drifts_of_groups(sum);
    for (std::size_t g = 0; g < drifts.size(); ++g) {
        GroupAudit& group = result.groups.emplace_back();
        group.group = painting.groups[g].id;
        group.whole.value.own = drifts[g];
    }
    return true;
}

/// A group has the figures of its last pass, but for what all of it did.
void report_groups(const Painting& painting, Audit& audit) {
    for (std::size_t g = 0; g < audit.groups.size(); ++g) {
        const PassPlaces places = places_of(painting, audit.groups[g].group);
        PassAudit& whole = audit.groups[g].whole;
        const Drift own = whole.value.own;
        whole = audit.passes[places.back()];
        whole.name = painting.groups[g].name;
        whole.value.own = own;
        whole.swing.own =
            whole.swing.swing - audit.before(audit.passes[places.front()]).swing.swing;
    }
}

/// Whether the ground of two paintings has the same figures.
bool have_same_ground(const Painting& a, const Painting& b) {
    return a.ground() == b.ground() && a.parts == b.parts && a.plan.foci == b.plan.foci &&
           a.plan.splits == b.plan.splits && a.plan.shares == b.plan.shares &&
           a.plan.reserved == b.plan.reserved;
}

}  // namespace

std::size_t common_figures(const Painting& a, const Painting& b) {
    if (!have_same_ground(a, b)) return 0;
    const auto same = [&](const Pass& p, const Pass& q) {
        const Group *of_p = a.group(p.group), *of_q = b.group(q.group);
        return p == q && (of_p == nullptr || of_q == nullptr ? of_p == of_q : *of_p == *of_q);
    };
    const auto passes = static_cast<std::size_t>(
        std::ranges::mismatch(a.passes, b.passes, same).in1 - a.passes.begin());
    const std::size_t open = std::min(open_passes(a), passes);
    return open == std::min(open_passes(b), passes) ? passes : std::min(open, open_passes(b));
}

KnownFigures known_figures(const Audit& audit, const Painting& measured, const Painting& now) {
    if (!have_same_ground(measured, now)) return {};
    return {&audit, common_figures(measured, now)};
}

std::optional<Audit> audit(const Painting& painting, const AuditOptions& options,
                           const std::stop_token& stop, const Progress& progress) {
    Audit result;
    result.size = painting.size();
    result.reader = options.reader;
    result.exact = options.level == 0;
    result.limits = limits_of(painting, options.own_rules);

    KnownFigures known = options.known;
    // The rules that decide what is counted.
    const auto counted = [](const Limits& limits) {
        return std::tuple(limits.extremes, limits.opposites_bridged);
    };
    if (known.audit != nullptr && counted(known.audit->limits) != counted(result.limits))
        known = {};
    if (known.audit != nullptr) {
        result.split = known.audit->split;
        result.part_splits = known.audit->part_splits;
        result.sealed_edges = known.audit->sealed_edges;
        result.passes.assign(known.audit->passes.begin(),
                             known.audit->passes.begin() + std::ptrdiff_t(known.passes));
        if (known.passes > 0) result.ground = known.audit->ground;
    } else if (!options.only_values_after) {
        const auto steps = ground_steps(painting, options, stop);
        if (!steps) return std::nullopt;
        result.split = light_split(painting.plan, steps->all);
        for (const StepHistogram& part : steps->parts)
            result.part_splits.push_back(part.count() > 0 ? part.otsu_split() : 5);
    }

    AuditOptions measured = options;
    measured.known = known;
    if (!measure_states(painting, measured, stop, progress, result)) return std::nullopt;
    for (const MeasureRecord* measure : kMeasures)
        if (measure->walk != nullptr && !options.only_values_after && result.exact &&
            options.viewing && !measure->walk(painting, known.passes, stop, result))
            return std::nullopt;
    report_groups(painting, result);
    return result;
}

}  // namespace underpaint
