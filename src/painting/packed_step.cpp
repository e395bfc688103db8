// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/packed_step.h"

#include <algorithm>

#include "painting/each_picture.h"

namespace underpaint {
namespace {

std::vector<SharedPicture> pictures_in(const Painting& painting) {
    std::vector<SharedPicture> pictures;
    each_picture(painting, [&](const SharedPicture& picture) { pictures.push_back(picture); });
    return pictures;
}

/// The one that has most tiles in common; nothing when no other is alike.
std::optional<std::size_t> nearest(const SharedPicture& picture,
                                   const std::vector<SharedPicture>& others) {
    const auto same = std::ranges::find(others, picture);
    if (same != others.end()) return static_cast<std::size_t>(same - others.begin());
    std::optional<std::size_t> best;
    std::size_t most = 0;
    for (std::size_t i = 0; i < others.size(); ++i) {
        if (!others[i] || !alike(picture->base(), others[i]->base())) continue;
        const std::size_t shared = SqueezedTiles::shared(picture->base(), others[i]->base());
        if (best && shared <= most) continue;
        best = i;
        most = shared;
    }
    return best;
}

}  // namespace

PackedStep::PackedStep(const Painting& painting, const Painting& beside) : trace_(painting) {
    const std::vector<SharedPicture> others = pictures_in(beside);
    for (const SharedPicture& picture : pictures_in(painting)) {
        Kept& kept = pictures_.emplace_back();
        if (!picture) continue;
        kept.beside = nearest(picture, others);
        const SharedPicture other = kept.beside ? others[*kept.beside] : nullptr;
        if (picture != other) kept.tiles.emplace(picture->base(), other ? &other->base() : nullptr);
    }
}

Painting PackedStep::unpacked(const Painting& beside) const {
    const std::vector<SharedPicture> others = pictures_in(beside);
    Painting painting = trace_.rest();
    std::size_t at = 0;
    each_picture(painting, [&](SharedPicture& picture) {
        const Kept& kept = pictures_[at];
        picture = trace_.places()[at++].picture.lock();
        if (picture) return;
        const SharedPicture other = kept.beside ? others[*kept.beside] : nullptr;
        if (!kept.tiles)
            picture = other;
        else if (other)
            picture = share(kept.tiles->unpacked(&other->base()), other, kept.tiles->area());
        else
            picture = share(kept.tiles->unpacked(nullptr));
    });
    return painting;
}

std::size_t PackedStep::bytes() const {
    std::size_t sum = 0;
    for (const Kept& kept : pictures_)
        if (kept.tiles) sum += kept.tiles->bytes();
    return sum;
}

}  // namespace underpaint
