// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/part_table.h"

#include <tbb/enumerable_thread_specific.h>

#include "audit/exact_sum.h"
#include "audit/step_histogram.h"
#include "audit/tile_audit.h"
#include "render/render.h"

namespace underpaint {
namespace {

struct PartTally {
    StepHistogram steps;
    WeightedMean mean;
};

void measure_tile(const Painting& painting, const Rect& tile, const FloatBlock& steps,
                  std::vector<PartTally>& tallies) {
    std::vector<float> cover(static_cast<std::size_t>(tile.width));
    for (std::size_t part = 0; part < tallies.size(); ++part) {
        const Picture& mask = painting.parts[part].mask->base();
        if (mask.surely_all(0, tile, 0)) continue;
        for (int y = 0; y < tile.height; ++y) {
            mask.read_channel(0, tile.x, tile.y + y, cover);
            const auto row = steps.row(y);
            double sum = 0, weight = 0;
            for (std::size_t x = 0; x < cover.size(); ++x) {
                sum += double{cover[x]} * row[x];
                weight += cover[x];
                if (cover[x] >= 0.5F) tallies[part].steps.add(row[x]);
            }
            tallies[part].mean.add(sum, weight);
        }
    }
}

}  // namespace

std::optional<std::vector<PartFigures>> measure_parts(const Painting& painting, Reader reader,
                                                      const std::stop_token& stop) {
    using Tallies = std::vector<PartTally>;
    tbb::enumerable_thread_specific<Tallies> each([&] { return Tallies(painting.parts.size()); });
    const Recipe recipe(painting);
    const bool whole = walk_tiles(
        recipe,
        [&](const TileWalk& walk, int) {
            measure_tile(painting, walk.state().area(), steps_of(walk.state(), reader),
                         each.local());
        },
        stop);
    if (!whole) return std::nullopt;
    Tallies sum(painting.parts.size());
    for (const Tallies& tallies : each)
        for (std::size_t i = 0; i < sum.size(); ++i) {
            sum[i].steps += tallies[i].steps;
            sum[i].mean += tallies[i].mean;
        }
    std::vector<PartFigures> figures;
    for (std::size_t i = 0; i < sum.size(); ++i) {
        PartFigures part{painting.parts[i].id,
                         sum[i].mean.weight() / static_cast<double>(painting.size().area()),
                         {}};
        if (sum[i].steps.count() > 0)
            part.steps = {sum[i].mean.value(), sum[i].steps.percentile(0.05),
                          sum[i].steps.percentile(0.95)};
        figures.push_back(part);
    }
    return figures;
}

}  // namespace underpaint
