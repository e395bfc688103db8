// SPDX-License-Identifier: GPL-3.0-or-later
#include "watch/save_detail.h"

#include <fmt/format.h>

#include "files/kept_pictures.h"

namespace underpaint {
namespace {

Result<RgbBlock> small_picture(const KeptSave& save, Size size, const std::stop_token& stop) {
    if (!save.picture)
        return trouble(fmt::format("Save {}", save.number), "its picture was not kept.");
    return pixels_of(*save.picture, stop).map([&](const Picture& pixels) {
        return small_copy(pixels, size);
    });
}

}  // namespace

Result<SaveDetail> save_detail(const Painting& sealed, const KeptSave* before, const KeptSave& now,
                               Reader reader, const std::stop_token& stop) {
    // Halvings that were not in memory before are dropped again: a strip keeps as little as it can.
    const bool levels_in_use = sealed.ground()->level_bytes() > 0;
    const ComparedGround ground = compared_ground(sealed, reader);
    if (!levels_in_use) sealed.ground()->forget_levels();
    auto later = small_picture(now, ground.size, stop);
    if (!later) return tl::unexpected(later.error());
    auto earlier = before == nullptr ? Result<RgbBlock>(ground.colours)
                                     : small_picture(*before, ground.size, stop);
    if (!earlier) return tl::unexpected(earlier.error());
    const StatePair pair = state_pair(ground, std::move(*earlier), *later, reader);
    SaveDetail detail;
    detail.changes = changes_between(pair, sealed);
    detail.sentence = in_a_sentence(detail.changes, sealed);
    detail.back = bring_back(pair, detail.changes, sealed, reader, stop);
    detail.place = changed_place(pair);
    detail.now = std::move(*later);
    if (stop.stop_requested()) return stopped();
    return detail;
}

}  // namespace underpaint
