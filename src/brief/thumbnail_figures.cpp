// SPDX-License-Identifier: GPL-3.0-or-later
#include "brief/thumbnail_figures.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>

#include "audit/shapes.h"
#include "audit/value_findings.h"
#include "raster/regions.h"
#include "render/readings.h"

namespace underpaint {
namespace {

ThumbnailFigures::Values values_of(const StepHistogram& steps, ShapeCount count) {
    const Splits splits = best_splits(steps, count);
    return {splits, shape_shares(steps, splits)};
}

/// The darkest of three shapes: how it lies, and in how many pieces.
void measure_darks(const FloatBlock& steps, ThumbnailFigures& figures) {
    const double split = figures.three.splits.front();
    const Size size = steps.area().size();
    std::vector<std::uint8_t> dark(static_cast<std::size_t>(size.area()));
    double left = 0, all = 0;
    for (int y = 0; y < size.height; ++y) {
        const auto row = steps.row(y);
        for (int x = 0; x < size.width; ++x) {
            if (static_cast<double>(row[static_cast<std::size_t>(x)]) >= split) continue;
            dark[static_cast<std::size_t>(y) * row.size() + static_cast<std::size_t>(x)] = 1;
            // The middle column of an odd width belongs to both halves.
            left += std::clamp(size.width / 2.0 - x, 0.0, 1.0);
            ++all;
        }
    }
    if (all == 0) return;
    figures.darks_left = left / all;
    const double least = kLeastPiece * static_cast<double>(size.area());
    const Regions pieces = find_regions(size, dark);
    figures.dark_pieces =
        static_cast<std::size_t>(std::ranges::count_if(pieces.regions, [&](const Region& piece) {
            return static_cast<double>(piece.area) >= least;
        }));
}

}  // namespace

std::optional<ThumbnailFigures> measure_thumbnail(const RgbBlock& pixels, Reader reader,
                                                  const std::optional<Focus>& focus,
                                                  const std::stop_token& stop) {
    ThumbnailFigures figures;
    const Size size = pixels.area().size();
    const ViewingSteps viewing = at_viewing_scale(steps_of(pixels, reader), size, kThumbnailSide);
    figures.steps.add(viewing.steps.samples());
    figures.range = range_of(figures.steps);
    figures.key = key_of(figures.steps);
    figures.two = values_of(figures.steps, ShapeCount::two);
    figures.three = values_of(figures.steps, ShapeCount::three);
    measure_darks(viewing.steps, figures);
    if (stop.stop_requested()) return std::nullopt;

    const double radius = kUsualFocus * std::max(size.width, size.height);
    const auto best = best_rival(viewing, {}, radius, Search::quick);
    figures.suggested = {"Focus", best ? best->centre : Point{size.width / 2.0, size.height / 2.0},
                         radius};
    figures.focus = focus.value_or(figures.suggested);
    if (stop.stop_requested()) return std::nullopt;
    const std::vector<Focus> foci{figures.focus};
    figures.lead = audit_focus(viewing, foci, std::nullopt, Search::quick);
    if (stop.stop_requested()) return std::nullopt;
    if (!figures.lead) return figures;
    const ContrastGrid grid = contrast_grid(viewing, figures.focus.radius);
    for (const Rival& rival : find_rivals(viewing, grid, foci, Search::quick)) {
        const double least = std::max(kFaintContrast, kRivalShare * figures.lead->contrast);
        const auto same_place = [&](const Rival& stronger) {
            return distance(rival.centre, stronger.centre) < kRivalApart * figures.focus.radius;
        };
        if (rival.contrast >= least && std::ranges::none_of(figures.rivals, same_place))
            figures.rivals.push_back(rival);
    }
    return figures;
}

double distance_from_plan(const ThumbnailFigures& figures, const Plan& plan) {
    const double lead = figures.lead ? figures.lead->lead.value_or(1) : 0;
    double distance = 100 * std::max(0.0, plan.lead.value_or(1) - lead);
    if (plan.key)
        distance += 20 * std::abs(static_cast<int>(*plan.key) - static_cast<int>(figures.key));
    if (plan.range)
        distance += 5 * (std::abs(plan.range->darkest - figures.range.darkest) +
                         std::abs(plan.range->lightest - figures.range.lightest));
    // Of those that meet the plan, prefer a larger lead and a more even balance.
    return distance - std::min(lead, 3.0) + std::abs(figures.darks_left.value_or(0.5) - 0.5);
}

std::vector<std::size_t> ranked(const std::vector<std::optional<ThumbnailFigures>>& figures,
                                const Plan& plan) {
    std::vector<std::size_t> places(figures.size());
    std::iota(places.begin(), places.end(), std::size_t{0});
    std::vector<double> distances;
    for (const auto& each : figures)
        distances.push_back(each ? distance_from_plan(*each, plan)
                                 : std::numeric_limits<double>::infinity());
    std::ranges::stable_sort(places, {}, [&](std::size_t place) { return distances[place]; });
    return places;
}

}  // namespace underpaint
