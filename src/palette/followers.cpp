// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/followers.h"

#include <algorithm>
#include <cmath>

#include "painting/changes.h"
#include "painting/source_fields.h"

namespace underpaint {
namespace {

bool same(Rgb a, Rgb b) {
    return std::abs(a.r - b.r) < kSameColour && std::abs(a.g - b.g) < kSameColour &&
           std::abs(a.b - b.b) < kSameColour;
}

/// Calls `work(colour)` with each of its own colours and those of its stops.
template <class AnySource, class Work>
void for_all_colours(AnySource& source, Work work) {
    for_colours(source, work);
    if (auto* map = std::get_if<GradientMap>(&source))
        for (auto& stop : map->stops) work(stop.colour);
}

bool of_the_plan(const Painting& painting, const Pass& pass) {
    return pass.group != kNoGroup && pass.group == painting.colour_plan.laid;
}

}  // namespace

std::vector<std::size_t> passes_with(const Painting& painting, Rgb colour) {
    std::vector<std::size_t> places;
    for (std::size_t i = 0; i < painting.passes.size(); ++i) {
        if (of_the_plan(painting, painting.passes[i])) continue;
        bool has = false;
        for_all_colours(painting.passes[i].source,
                        [&](const Rgb& own) { has = has || same(own, colour); });
        if (has) places.push_back(i);
    }
    return places;
}

Painting with_followers(Painting painting, const std::vector<ChangedColour>& changed) {
    for (Pass& pass : painting.passes) {
        if (of_the_plan(painting, pass)) continue;
        for_all_colours(pass.source, [&](Rgb& own) {
            // Matched by the colours before the change: a colour that already followed is not
            // matched again by another one's old value.
            const auto found = std::ranges::find_if(
                changed, [&](const ChangedColour& each) { return same(own, each.was); });
            if (found != changed.end()) own = found->is;
        });
    }
    return painting;
}

}  // namespace underpaint
