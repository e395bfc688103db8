// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/recipe.h"

#include <algorithm>

#include "render/source_tile.h"

namespace underpaint {
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
        if (pass.clipped && ready_.size() > 1) ready.clip = ready_.size() - 2;
        ready.idle = !painting_.lays(pass) || (ready.clip && ready_[*ready.clip].idle);
        if (ready.idle) continue;
        if (const Group* group = painting_.group(pass.group); group != nullptr && group->mixes())
            ready.group = group;
        for (const SharedPicture& mask : reached_masks(painting_, pass.reach))
            ready.masks.push_back(&inputs.seen(mask));
        ready.idle = ready.masks.empty() && pass.reach.has_parts();
        if (pass.reach.painted) ready.painted = &inputs.seen(pass.reach.painted);
        std::visit(
            [&](const auto& source) {
                prepare_source(source, {painting_, inputs}, ready);
            },
            pass.source);
    }
}

bool Recipe::may_touch(std::size_t index, const Rect& tile) const {
    const ReadyPass& ready = ready_[index];
    if (ready.idle || (ready.clip && !may_touch(*ready.clip, tile))) return false;
    const auto covers = [&](const auto& source) { return may_cover(source, ready, shrink_, tile); };
    if (!std::visit(covers, ready.pass->source)) return false;
    if (ready.pass->reach.inverted) return true;
    if (ready.painted != nullptr && ready.painted->inside(tile).surely_all(0, tile, 0))
        return false;
    return ready.masks.empty() || std::ranges::any_of(ready.masks, [&](SeenPicture* mask) {
               return !mask->inside(tile).surely_all(0, tile, 0);
           });
}

}  // namespace underpaint
