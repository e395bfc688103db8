// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/live_render.h"

#include <tbb/enumerable_thread_specific.h>

#include <algorithm>
#include <atomic>

#include "raster/in_parallel.h"
#include "render/tile_walk.h"
#include "render/tiles.h"

namespace underpaint {
namespace {

/// How many passes from the first on two states have in common.
std::size_t common(const std::vector<PassNumber>& a, const std::vector<PassNumber>& b) {
    return static_cast<std::size_t>(std::ranges::mismatch(a, b).in1 - a.begin());
}

/// Brings tiles to the states that a frame asks for. One for each thread.
class TileMaker {
public:
    TileMaker(StateStore& store, const Recipe& recipe, const PassNumbers& numbering,
              const std::vector<PassNumber>& numbers, std::size_t moments,
              const std::stop_token& stop)
        : store_(store),
          recipe_(recipe),
          numbering_(numbering),
          numbers_(numbers),
          stop_(stop),
          walk_(recipe),
          spare_(moments) {}

    /// Tile `area` after each of the moments; fewer when stopped.
    LiveRender::States bring(KeptTile& tile, const Rect& area,
                             std::span<const std::size_t> moments) {
        states_.clear();
        for (const std::size_t upto : moments) {
            wanted_.clear();
            indices_.clear();
            for (std::size_t i = 0; i < upto; ++i) {
                if (numbers_[i] == 0 || !recipe_.may_touch(i, area)) continue;
                wanted_.push_back(numbering_.on(numbers_[i], area, recipe_.shrink()));
                indices_.push_back(i);
            }
            const RgbBlock* state = bring(tile, area, spare_[states_.size()]);
            if (state == nullptr) break;
            states_.push_back(state);
        }
        return states_;
    }

    std::size_t laid() const { return laid_; }

private:
    /// Whether the wanted passes before and after so many of them are of one group that mixes: what
    /// the tile comes to there does not say what the group made.
    bool within_group(std::size_t upto) const {
        if (upto == 0 || upto >= indices_.size()) return false;
        const Group* group = recipe_.pass(indices_[upto]).group;
        return group != nullptr && group == recipe_.pass(indices_[upto - 1]).group;
    }

    /// The tile after the wanted passes, from the nearest kept state below them; in `spare` if
    /// there is no room to keep it. Null when stopped.
    const RgbBlock* bring(KeptTile& tile, const Rect& area, RgbBlock& spare) {
        KeptState* start = nullptr;
        std::size_t parting = 0;  // the first pass that differs from what was shown
        for (const auto& kept : tile.states) {
            const std::size_t shared = common(kept->laid, wanted_);
            if (shared < kept->laid.size()) {
                if (shared < wanted_.size()) parting = std::max(parting, shared);
            } else if (shared == wanted_.size()) {
                kept->used = store_.frame();
                return &kept->pixels;
            } else if (!within_group(shared) && (start == nullptr || shared > start->laid.size())) {
                start = kept.get();
            }
        }
        while (within_group(parting)) --parting;
        const std::size_t begin = start ? start->laid.size() : 0;
        if (start) start->used = store_.frame();
        KeptState* below = parting > begin ? store_.room_in(tile, area) : nullptr;
        KeptState* last = store_.room_in(tile, area);
        if (!last) spare.reshape(area);
        RgbBlock& result = last ? last->pixels : spare;

        for_each_strip(area, [&](const Rect& strip) {
            if (stop_.stop_requested()) return;
            start ? walk_.begin(strip, start->pixels) : walk_.begin(strip);
            for (std::size_t i = begin; i < wanted_.size(); ++i) {
                if (below && i == parting) copy_overlap(below->pixels, walk_.state());
                walk_.lay(indices_[i]);
            }
            copy_overlap(result, walk_.state());
        });
        if (stop_.stop_requested()) {
            // An incomplete state is marked as being after pass 0, which is never wanted.
            for (KeptState* part : {below, last})
                if (part != nullptr) part->laid = {0};
            return nullptr;
        }
        laid_ += wanted_.size() - begin;
        if (below) below->laid.assign(wanted_.begin(), wanted_.begin() + std::ptrdiff_t(parting));
        if (last) last->laid = wanted_;
        return &result;
    }

    StateStore& store_;
    const Recipe& recipe_;
    const PassNumbers& numbering_;
    const std::vector<PassNumber>& numbers_;
    const std::stop_token& stop_;
    TileWalk walk_;
    std::vector<RgbBlock> spare_;
    std::vector<PassNumber> wanted_;
    std::vector<std::size_t> indices_;  // indices of the wanted passes
    std::vector<const RgbBlock*> states_;
    std::size_t laid_ = 0;
};

}  // namespace

LiveRender::LiveRender(std::size_t budget) : store_(budget) {}

bool LiveRender::frame(const Painting& painting, std::span<const std::size_t> moments,
                       const View& view, const Show& show, const std::stop_token& stop) {
    const TilesOf tiles(view.area);
    // Each moment keeps a result; one more keeps the state below the change.
    Scale& scale = store_.begin_frame(
        painting, view.shrink, static_cast<std::size_t>(tiles.count()) * (moments.size() + 1));
    const Recipe recipe(painting, scale.inputs);
    const std::vector<PassNumber> numbers = numbers_.of(painting);
    tbb::enumerable_thread_specific<TileMaker> makers(
        [&] { return TileMaker(store_, recipe, numbers_, numbers, moments.size(), stop); });
    std::atomic<int> made = 0;
    in_parallel(0, tiles.count(), [&](int i) {
        if (stop.stop_requested()) return;
        const int index = scale.tile_index(tiles.tile(i));
        const States states = makers.local().bring(scale.tiles[static_cast<std::size_t>(index)],
                                                   TileGrid{scale.size}.tile(index), moments);
        if (states.size() < moments.size()) return;
        show(states);
        ++made;
    });
    made_ = static_cast<double>(made) / std::max(1, tiles.count());
    laid_ = 0;
    for (const TileMaker& maker : makers) laid_ += maker.laid();
    store_.end_frame();
    return !stop.stop_requested();
}

void LiveRender::look_ahead(const Painting& painting, std::span<const std::size_t> moments,
                            const View& view, const std::stop_token& stop) {
    const Rect& a = view.area;
    const View wider{view.shrink, intersection({a.x - kTileSide, a.y - kTileSide,
                                                a.width + 2 * kTileSide, a.height + 2 * kTileSide},
                                               rect_of(size_at(painting.size(), view.shrink)))};
    const auto more = static_cast<std::size_t>(TilesOf(wider.area).count() - TilesOf(a).count());
    constexpr std::size_t tile_bytes = 3 * sizeof(float) * kTileSide * kTileSide;
    if (more == 0 || store_.bytes() + more * moments.size() * tile_bytes > budget()) return;
    frame(
        painting, moments, wider, [](States) {}, stop);
}

bool LiveRender::knows(const View& view) const {
    const Scale* scale = store_.find(view.shrink);
    if (scale == nullptr) return false;
    const TilesOf tiles(view.area);
    for (int i = 0; i < tiles.count(); ++i)
        if (scale->tiles[static_cast<std::size_t>(scale->tile_index(tiles.tile(i)))].states.empty())
            return false;
    return true;
}

}  // namespace underpaint
