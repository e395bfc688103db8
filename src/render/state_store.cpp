// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/state_store.h"

#include <malloc.h>

#include <algorithm>

#include "render/view.h"

namespace underpaint {
namespace {

/// What a change needs: the state below it, and the two last results.
constexpr std::size_t kMostStates = 3;
/// Sizes that are kept at once: one on screen, a coarse one, and the one from before zooming.
constexpr std::size_t kMostScales = 3;
/// Freed memory up to which the allocator may hold on to it.
constexpr std::size_t kWorthTrimming = 32U << 20;

std::vector<SharedPicture> pictures_of(const Painting& painting) {
    std::vector<SharedPicture> pictures{painting.ground()};
    for (const Part& part : painting.parts) pictures.push_back(part.mask);
    for (const Pass& pass : painting.passes) {
        for (SharedPicture& picture : pictures_of(pass.source))
            pictures.push_back(std::move(picture));
        if (pass.reach.painted) pictures.push_back(pass.reach.painted);
        for (const KeptMask& kept : pass.reach.kept) pictures.push_back(kept.mask);
    }
    std::ranges::sort(pictures);
    const auto same = std::ranges::unique(pictures);
    pictures.erase(same.begin(), same.end());
    return pictures;
}

std::size_t bytes_of(const Rect& tile) {
    return 3 * sizeof(float) * static_cast<std::size_t>(tile.size().area());
}

std::size_t bytes_of(const KeptTile& tile) {
    std::size_t sum = 0;
    for (const auto& kept : tile.states) sum += bytes_of(kept->pixels.area());
    return sum;
}

constexpr std::size_t less(std::size_t a, std::size_t b) {
    return a > b ? a - b : 0;
}

}  // namespace

Scale::Scale(Size painting, double by)
    : shrink(by),
      size(size_at(painting, by)),
      inputs(painting, by),
      tiles(static_cast<std::size_t>(TileGrid{size}.count())) {}

Scale& StateStore::begin_frame(const Painting& painting, double shrink, std::size_t states) {
    ++frame_;
    if (ground_ != painting.ground()) drop_scales(frame_);
    ground_ = painting.ground();
    pictures_ = pictures_of(painting);

    auto found =
        std::ranges::find(scales_, shrink, [](const auto& scale) { return scale->shrink; });
    if (found == scales_.end()) {
        if (scales_.size() == kMostScales)
            drop_scales(
                (*std::ranges::min_element(scales_, {}, [](const auto& s) { return s->used; }))
                    ->used +
                1);
        scales_.push_back(std::make_unique<Scale>(painting.size(), shrink));
        found = std::prev(scales_.end());
    }
    (*found)->used = frame_;

    most_state_bytes_ = bytes_for_states();
    drop_states(frame_ - 1,
                less(most_state_bytes_, states * bytes_of({0, 0, kTileSide, kTileSide})));
    return **found;
}

KeptState* StateStore::room_in(KeptTile& tile, const Rect& area) {
    KeptState* place = nullptr;
    if (tile.states.size() < kMostStates) {
        const std::size_t bytes = bytes_of(area);
        if (state_bytes_.fetch_add(bytes) + bytes <= most_state_bytes_) {
            place = tile.states.emplace_back(std::make_unique<KeptState>()).get();
            place->pixels.reshape(area);
        } else {
            state_bytes_ -= bytes;
        }
    }
    if (place == nullptr) {
        const auto oldest =
            std::ranges::min_element(tile.states, {}, [](const auto& kept) { return kept->used; });
        if (oldest == tile.states.end() || (*oldest)->used == frame_) return nullptr;
        place = oldest->get();
    }
    place->used = frame_;
    return place;
}

const Scale* StateStore::find(double shrink) const {
    const auto found =
        std::ranges::find(scales_, shrink, [](const auto& scale) { return scale->shrink; });
    return found == scales_.end() ? nullptr : found->get();
}

std::size_t StateStore::bytes() const {
    return state_bytes_ + bytes_beside_states();
}

std::size_t StateStore::bytes_beside_states() const {
    std::size_t sum = 0;
    for (const SharedPicture& picture : pictures_) sum += picture->level_bytes();
    for (const auto& scale : scales_) sum += scale->inputs.bytes();
    return sum;
}

std::size_t StateStore::bytes_for_states() const {
    return less(budget_, bytes_beside_states());
}

/// Gives back states last used before a frame, the oldest first, until all take no more than
/// `enough`.
void StateStore::drop_states(std::uint64_t before_frame, std::size_t enough) {
    while (state_bytes_ > enough) {
        std::uint64_t oldest = before_frame;
        for (const auto& scale : scales_)
            for (const KeptTile& tile : scale->tiles)
                for (const auto& kept : tile.states) oldest = std::min(oldest, kept->used);
        if (oldest >= before_frame) return;
        for (const auto& scale : scales_)
            for (KeptTile& tile : scale->tiles) {
                state_bytes_ -= bytes_of(tile);
                std::erase_if(tile.states, [&](const auto& kept) { return kept->used == oldest; });
                state_bytes_ += bytes_of(tile);
            }
    }
}

void StateStore::drop_scales(std::uint64_t before_frame) {
    for (const auto& scale : scales_)
        if (scale->used < before_frame)
            for (const KeptTile& tile : scale->tiles) state_bytes_ -= bytes_of(tile);
    std::erase_if(scales_, [&](const auto& scale) { return scale->used < before_frame; });
}

void StateStore::forget_halvings() {
    for (const SharedPicture& picture : pictures_) picture->forget_levels();
}

void StateStore::end_frame() {
    const std::size_t budget = budget_, before = bytes();
    if (before <= budget) return;
    for (const auto& scale : scales_) scale->inputs.forget_unused();
    drop_states(frame_, bytes_for_states());
    if (bytes() > budget) drop_scales(frame_);
    if (bytes() > budget) forget_halvings();
    drop_states(frame_ + 1, bytes_for_states());
    if (bytes() > budget) {
        drop_scales(frame_ + 1);
        forget_halvings();
    }
    if (before - bytes() > kWorthTrimming) malloc_trim(0);
}

}  // namespace underpaint
