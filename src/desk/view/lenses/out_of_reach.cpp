// SPDX-License-Identifier: GPL-3.0-or-later
#include <memory>
#include <mutex>

#include "desk/view/lens.h"
#include "desk/view/lens_pixels.h"
#include "palette/reach_map.h"

namespace underpaint {
namespace {

/// What tubes reach is worked out once for each set, not for each tile.
std::shared_ptr<const ReachMap> map_of(const TubeSet& tubes) {
    static std::mutex mutex;
    static std::pair<TubeSet, std::shared_ptr<const ReachMap>> last;
    const std::scoped_lock lock(mutex);
    if (!last.second || last.first != tubes) last = {tubes, std::make_shared<ReachMap>(tubes)};
    return last.second;
}

RgbBlock beyond_in_colour(const LensTile& tile) {
    if (tile.tubes.tubes.empty()) return in_grey(tile);
    const auto reach = map_of(tile.tubes);
    RgbBlock pixels = in_grey(tile);
    const RgbRow all = pixels.all();
    const ConstRgbRow now = tile.now.all();
    for (std::size_t i = 0; i < all.r.size(); ++i) {
        const float sunk = kSunkInReach * all.r[i];
        all.set(i, reach->reaches(now[i]) ? Rgb{sunk, sunk, sunk} : now[i]);
    }
    return pixels;
}

}  // namespace

const LensRecord kOutOfReachLens{
    .lens = Lens::out_of_reach,
    .id = "out_of_reach",
    .label = "Out of reach",
    .about =
        "What no mixture of the palette's tubes comes near: in colour; what they reach sinks to "
        "grey",
    .on_colour = true,
    .note = "In colour what the palette's tubes can't mix",
    .pixels = beyond_in_colour,
    .heeds_tubes = true,
};

}  // namespace underpaint
