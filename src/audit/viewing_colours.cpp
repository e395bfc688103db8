// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/viewing_colours.h"

#include <utility>

#include "raster/in_parallel.h"
#include "render/cores.h"

namespace underpaint {
namespace {

/// Where a pixel stands in the squares that cells are kept in.
std::size_t index_in_square(std::size_t x, int y) {
    return static_cast<std::size_t>(y * ViewingStates::kSide) + x;
}

}  // namespace

ColourTally no_colours(const Painting& painting) {
    ColourTally nothing;
    nothing.parts.parts.resize(painting.parts.size());
    nothing.eyes.parts.resize(painting.parts.size());
    return nothing;
}

void gather_colours(const TileState& tile, ColourTally& into) {
    into.pixels += static_cast<std::uint64_t>(tile.area.size().area());
    for (const MeasureRecord* measure : kMeasures)
        if (measure->gather_colours != nullptr) measure->gather_colours(tile, into);
}

ViewingColours::ViewingColours(const Of& of, const ViewingGrid& grid, std::size_t states,
                               std::size_t known)
    : of_(of),
      grid_(grid),
      lights_(grid.size(), states, known),
      nothing_(no_colours(of.painting)),
      threads_([this] {
          return ThreadBuffers{{lights_.count(), nothing_}, {}};
      }) {}

void ViewingColours::Square::read_steps(FloatBlock& into) const {
    into.reshape(tile.area);
    for (int y = 0; y < tile.area.height; ++y) {
        const auto row = into.row(y);
        for (std::size_t x = 0; x < row.size(); ++x)
            row[x] = ViewingGrid::step_of_sum(steps[index_in_square(x, y)]);
    }
}

void ViewingColours::Square::read_colours() {
    tile.light.reshape(tile.area);
    for (int y = 0; y < tile.area.height; ++y) {
        const RgbRow row = tile.light.row(y);
        for (std::size_t x = 0; x < row.r.size(); ++x)
            row.set(x, ViewingGrid::light_of_sum(lights[index_in_square(x, y)]));
    }
    read_colours_of_light(tile.light, tile.colours);
}

bool ViewingColours::gather_above(int row, const ViewingStates& steps,
                                  const std::stop_token& stop) {
    const int rows = grid_.complete_rows(row);
    int end = gathered_;
    while (end < lights_.squares() && lights_.area(end).bottom() <= rows) ++end;
    in_parallel(gathered_, end, [&](int index) {
        give_way_to_frames();
        if (!stop.stop_requested()) gather(index, steps, threads_.local());
    });
    gathered_ = end;
    return !stop.stop_requested();
}

void ViewingColours::gather(int index, const ViewingStates& steps, ThreadBuffers& own) {
    Square& square = own.square;
    TileState& tile = square.tile;
    tile.painting = &of_.painting;
    tile.area = lights_.area(index);
    square.steps.fill(0), square.lights.fill(0);
    const auto add = [&](std::size_t state) {
        steps.add(steps.added(state, index), square.steps);
        lights_.add(lights_.added(state, index), square.lights);
    };
    add(0);
    square.read_steps(tile.sealed);
    find_foci(tile, of_.painting, grid_.scale());
    find_lights(tile, of_.splits, [&](std::size_t part, FloatBlock& cover) {
        return grid_.cover(*of_.masks[part], tile.area, cover);
    });
    // One tally for a run of states that look the same here.
    const auto gather_run = [&](std::size_t first, std::size_t end) {
        if (first >= end) return;
        square.read_steps(tile.now);
        square.read_colours();
        own.tallies.add(first, end, [&](ColourTally& into) { gather_colours(tile, into); });
    };
    const std::size_t known = lights_.known();
    if (known > 0) gather_run(0, 1);
    std::size_t first = known == 0 ? 0 : known + 1;
    for (std::size_t state = known + 1; state < lights_.count(); ++state) {
        if (steps.added(state, index) == nullptr && lights_.added(state, index) == nullptr)
            continue;
        gather_run(first, state);
        first = state;
        add(state);
    }
    gather_run(first, lights_.count());
    lights_.forget(index);
}

RunTallies<ColourTally> ViewingColours::tallies() const {
    RunTallies<ColourTally> sum(lights_.count(), nothing_);
    for (const ThreadBuffers& own : threads_) sum += own.tallies;
    return sum;
}

}  // namespace underpaint
