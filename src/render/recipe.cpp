// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/recipe.h"

#include <algorithm>

namespace underpaint {
namespace {

template <std::size_t n>
std::vector<Table> listed(std::array<Table, n> tables) {
    return {tables.begin(), tables.end()};
}

std::vector<Table> tables_for(const Source& source) {
    if (const auto* map = std::get_if<GradientMap>(&source)) return listed(tables_of(map->stops));
    if (const auto* curve = std::get_if<Curve>(&source))
        return {table_of(curve->all, curve->red), table_of(curve->all, curve->green),
                table_of(curve->all, curve->blue)};
    return {};
}

SeenPlaced* pixels_for(const Source& source, Inputs& inputs) {
    if (const auto* painted = std::get_if<Painted>(&source))
        return &inputs.seen(painted->pixels, {.x = double(painted->x), .y = double(painted->y)});
    if (const auto* placed = std::get_if<Placed>(&source))
        return &inputs.seen(placed->pixels, placed->placement);
    return nullptr;
}

}  // namespace

Recipe::Recipe(const Painting& painting, Inputs& inputs)
    : painting_(painting), shrink_(inputs.shrink()) {
    prepare(inputs);
}

Recipe::Recipe(const Painting& painting, double shrink)
    : painting_(painting),
      shrink_(shrink),
      own_(std::make_unique<Inputs>(painting.size(), shrink)) {
    prepare(*own_);
}

void Recipe::prepare(Inputs& inputs) {
    ground_ = &inputs.seen(painting_.ground());
    for (const Pass& pass : painting_.passes) {
        ReadyPass& ready = ready_.emplace_back();
        ready.pass = &pass;
        ready.idle = pass.does_nothing();
        if (ready.idle) continue;
        for (const PartId id : pass.reach.parts)
            if (const Part* part = painting_.part(id))
                ready.masks.push_back(&inputs.seen(part->mask));
        ready.idle = ready.masks.empty() && !pass.reach.parts.empty();
        if (pass.reach.painted) ready.painted = &inputs.seen(pass.reach.painted);
        ready.pixels = pixels_for(pass.source, inputs);
        if (const auto* sharpness = std::get_if<Sharpness>(&pass.source)) {
            ready.blurred = &inputs.blurred(painting_.ground(), sharpness->radius);
            ready.idle = ready.idle || sharpness->amount == 0;
        }
        ready.tables = tables_for(pass.source);
    }
}

bool Recipe::may_touch(std::size_t index, const Rect& tile) const {
    const ReadyPass& ready = ready_[index];
    if (ready.idle) return false;
    if (ready.painted != nullptr && ready.painted->inside(tile).surely_all(0, tile, 0))
        return false;
    return ready.masks.empty() || std::ranges::any_of(ready.masks, [&](SeenPicture* mask) {
               return !mask->inside(tile).surely_all(0, tile, 0);
           });
}

}  // namespace underpaint
