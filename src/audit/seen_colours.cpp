// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/seen_colours.h"

#include <numeric>

#include "audit/cell_states.h"
#include "render/render.h"
#include "render/view.h"

namespace underpaint {
namespace {

/// Each moment's state by itself, not what it adds to another.
template <class Unit, class Read>
void read_cells(const CellStates<Unit>& cells, std::size_t state, Read read) {
    for (int s = 0; s < cells.squares(); ++s) {
        const Rect area = cells.area(s);
        const auto* square = cells.added(state, s);
        for (int y = 0; y < area.height; ++y)
            for (int x = 0; x < area.width; ++x)
                read(area.x + x, area.y + y,
                     square == nullptr
                         ? Unit{}
                         : (*square)[static_cast<std::size_t>(y * CellStates<Unit>::kSide + x)]);
    }
}

}  // namespace

std::optional<std::vector<SeenColours>> colours_at_viewing_scale(
    const Painting& painting, const ViewingGrid& grid, std::span<const std::size_t> moments,
    Reader reader, const std::stop_token& stop, int level) {
    std::vector<SeenColours> seen(moments.size());
    if (!grid.averages()) {
        for (std::size_t i = 0; i < moments.size(); ++i) {
            const auto state = render_view(painting, moments[i],
                                           whole_at(painting.size(), shrink_of_level(level)), stop);
            if (!state) return std::nullopt;
            read_colours(*state, reader, seen[i].steps, seen[i].colours);
        }
        return seen;
    }
    CellStates<std::uint16_t> steps(grid.size(), moments.size(), 0);
    CellStates<LinearSum> lights(grid.size(), moments.size(), 0);
    const Recipe recipe(painting, shrink_of_level(level));
    // In order of time, so that each pass is laid once.
    std::vector<std::size_t> order(moments.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::ranges::sort(order, {}, [&](std::size_t i) { return moments[i]; });
    const auto add = [&](TileWalk& walk, int) {
        thread_local FloatBlock of_tile;
        thread_local RgbBlock linear;
        thread_local StepCells step_cells;
        thread_local LinearCells light_cells;
        std::size_t laid = 0;
        for (const std::size_t i : order) {
            walk.lay_all(laid, moments[i]);
            laid = moments[i];
            read_light(walk.state(), reader, of_tile, linear);
            grid.average(of_tile, linear, step_cells, light_cells);
            steps.begin(step_cells, i);
            lights.begin(light_cells, i);
        }
    };
    if (!walk_tiles(recipe, rect_of(recipe.size()), add, stop, {}, kHighStripRows))
        return std::nullopt;
    RgbBlock linear(rect_of(grid.size()));
    for (std::size_t i = 0; i < moments.size(); ++i) {
        seen[i].steps.reshape(rect_of(grid.size()));
        read_cells(steps, i, [&](int x, int y, std::uint16_t sum) {
            seen[i].steps.row(y)[static_cast<std::size_t>(x)] = ViewingGrid::step_of_sum(sum);
        });
        read_cells(lights, i, [&](int x, int y, LinearSum sum) {
            linear.row(y).set(static_cast<std::size_t>(x), ViewingGrid::light_of_sum(sum));
        });
        read_colours_of_light(linear, seen[i].colours);
    }
    return seen;
}

}  // namespace underpaint
