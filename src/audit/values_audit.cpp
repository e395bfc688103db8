// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/values_audit.h"

#include <tbb/enumerable_thread_specific.h>

#include <algorithm>

#include "audit/part_means.h"
#include "render/readings.h"
#include "render/render.h"

namespace underpaint {
namespace {

struct ValuePart {
    StepHistogram steps;
    WeightedMean mean;
};

struct ValuesTally {
    StepHistogram steps;
    std::vector<ValuePart> parts;
    ValuesTally& operator+=(const ValuesTally& other) {
        steps += other.steps;
        for (std::size_t i = 0; i < parts.size(); ++i) {
            parts[i].steps += other.parts[i].steps;
            parts[i].mean += other.parts[i].mean;
        }
        return *this;
    }
};

void measure_parts(const std::vector<Pyramid::Level>& masks, const FloatBlock& steps,
                   std::vector<ValuePart>& tallies) {
    std::vector<float> covered(static_cast<std::size_t>(steps.area().width));
    for_rows_of_parts(masks, steps, [&](std::size_t part, auto cover, auto row) {
        std::size_t count = 0;
        for (std::size_t x = 0; x < cover.size(); ++x) {
            covered[count] = row[x];
            count += cover[x] >= 0.5F ? 1 : 0;
        }
        tallies[part].steps.add(std::span(covered).first(count));
        add_row(tallies[part].mean, cover, row);
    });
}

PartFigures figures_of(const Part& part, const ValuePart& tally, double pixels) {
    PartFigures figures{part.id, tally.mean.weight() / pixels, {}};
    if (tally.steps.count() > 0)
        figures.steps = {tally.mean.value(), tally.steps.percentile(0.05),
                         tally.steps.percentile(0.95)};
    return figures;
}

/// Calls `work` with the steps of each tile after all passes. False when stopped.
template <class Work>
bool walk_final_steps(const Painting& painting, Reader reader, int level,
                      const std::stop_token& stop, Work work) {
    return walk_tiles(
        Recipe(painting, shrink_of_level(level)),
        [&](TileWalk& walk, int) {
            walk.lay_all(0, painting.passes.size());
            work(steps_of(walk.state(), reader));
        },
        stop);
}

void copy_into(FloatBlock& all, const FloatBlock& tile) {
    const Rect& area = tile.area();
    for (int y = 0; y < area.height; ++y)
        std::ranges::copy(tile.row(y), all.row(area.y + y).begin() + area.x);
}

}  // namespace

std::optional<FloatBlock> final_steps(const Painting& painting, Reader reader, int level,
                                      const std::stop_token& stop) {
    FloatBlock all(rect_of(halved(painting.size(), level)));
    if (!walk_final_steps(painting, reader, level, stop,
                          [&](const FloatBlock& tile) { copy_into(all, tile); }))
        return std::nullopt;
    return all;
}

std::optional<ValuesAudit> audit_values(const Painting& values, const ValuesAuditOptions& options,
                                        const std::stop_token& stop) {
    ValuesAudit result;
    result.size = values.size();
    result.reader = options.reader;
    result.scale = options.scale;
    result.exact = options.level == 0;

    std::vector<Pyramid::Level> masks;
    for (const Part& part : values.parts) masks.push_back(part.mask->level(options.level));
    const auto empty = [&] { return ValuesTally{{}, std::vector<ValuePart>(masks.size())}; };
    tbb::enumerable_thread_specific<ValuesTally> each(empty);
    ViewingTally viewing(halved(values.size(), options.level), values.size());
    if (!walk_final_steps(values, options.reader, options.level, stop, [&](const FloatBlock& tile) {
            ValuesTally& tally = each.local();
            tally.steps.add(tile.samples());
            measure_parts(masks, tile, tally.parts);
            viewing.add(tile);
        }))
        return std::nullopt;

    ValuesTally sum = empty();
    for (const ValuesTally& tally : each) sum += tally;
    result.steps = std::move(sum.steps);
    const auto pixels = static_cast<double>(result.steps.count());
    for (std::size_t i = 0; i < masks.size(); ++i)
        result.parts.push_back(figures_of(values.parts[i], sum.parts[i], pixels));

    result.viewing = viewing.steps();
    if (options.focus) result.focus = audit_focus(result.viewing, values.plan.foci, std::nullopt);
    if (stop.stop_requested()) return std::nullopt;
    if (options.edges) {
        result.edges = find_edges(result.viewing);
        result.part_edges = part_edges(*result.edges, values);
    }
    if (stop.stop_requested()) return std::nullopt;
    return result;
}

MaskAtScale::MaskAtScale(const SharedPicture& mask, Size viewing)
    : level_(mask->level(level_for(mask->size(), std::max(viewing.width, viewing.height)))),
      across_(static_cast<double>(level_->size().width) / viewing.width),
      down_(static_cast<double>(level_->size().height) / viewing.height) {}

float MaskAtScale::at(int x, int y) const {
    float cover = 0;
    level_->read_channel(0,
                         std::min(static_cast<int>((x + 0.5) * across_), level_->size().width - 1),
                         std::min(static_cast<int>((y + 0.5) * down_), level_->size().height - 1),
                         std::span(&cover, 1));
    return cover;
}

std::vector<EdgeLengths> part_edges(const EdgeMap& edges, const Painting& painting) {
    std::vector<EdgeLengths> result;
    constexpr int near = 2;
    for (const Part& part : painting.parts) {
        const MaskAtScale mask(part.mask, edges.size);
        const auto inside = [&](int x, int y) {
            return x >= 0 && y >= 0 && x < edges.size.width && y < edges.size.height &&
                   mask.at(x, y) >= 0.5F;
        };
        EdgeLengths& lengths = result.emplace_back();
        for (const EdgePoint& p : edges.points)
            if (inside(p.x, p.y) || inside(p.x - near, p.y) || inside(p.x + near, p.y) ||
                inside(p.x, p.y - near) || inside(p.x, p.y + near))
                lengths.add(p);
    }
    return result;
}

}  // namespace underpaint
