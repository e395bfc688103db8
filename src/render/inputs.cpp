// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/inputs.h"

#include <algorithm>
#include <ranges>
#include <utility>

#include "raster/blur.h"
#include "render/view.h"

namespace underpaint {

MadeTiles::MadeTiles(Size size)
    : size_(size),
      asked_(std::make_unique<std::once_flag[]>(count())),
      made_(std::make_unique<std::atomic<bool>[]>(count())) {}

template <class Make>
void MadeTiles::once_for(const Rect& area, Make make) {
    const TileGrid grid{size_};
    for (int y = area.y / kTileSide; y * kTileSide < area.bottom(); ++y)
        for (int x = area.x / kTileSide; x * kTileSide < area.right(); ++x) {
            const int index = y * grid.columns() + x;
            std::call_once(asked_[index], [&] {
                make(grid.tile(index));
                made_[index] = true;
            });
        }
}

void MadeTiles::take_over(const MadeTiles& before, const Rect& but) {
    const TileGrid grid{size_};
    for (int i = 0; i < grid.count(); ++i)
        if (before.made_[i] && intersection(grid.tile(i), but).empty())
            std::call_once(asked_[i], [&] { made_[i] = true; });
}

SeenPicture::SeenPicture(SharedPicture picture, double shrink, const SeenPicture* before,
                         const Rect& changed)
    : picture_(std::move(picture)), shrink_(shrink) {
    if (const int level = level_at(shrink); level >= 0) {
        level_ = picture_->level(level);
        return;
    }
    const Picture& base = picture_->base();
    tiles_.emplace(size_at(base.size(), shrink));
    if (before != nullptr && before->made_) {
        made_ = before->made_;
        tiles_->take_over(*before->tiles_, touched_by(changed, shrink));
    } else {
        made_.emplace(tiles_->size(), base.channels(), base.depth());
    }
}

const Picture& SeenPicture::inside(const Rect& tile) {
    if (level_ != nullptr) return *level_;
    tiles_->once_for(tile, [&](const Rect& missing) {
        resample(*picture_, shrink_, missing, *made_);
        made_->settle(missing);
    });
    return *made_;
}

SeenPlaced::SeenPlaced(SharedPicture picture, const Placement& placement, Size painting,
                       double shrink, const SeenPlaced* before, const Rect& changed)
    : picture_(std::move(picture)), placement_(placement), shrink_(shrink) {
    if (level_at(shrink) >= 0) return;
    tiles_.emplace(size_at(painting, shrink));
    if (before != nullptr && before->made_) {
        made_ = before->made_;
        tiles_->take_over(*before->tiles_, touched_by(changed, shrink));
    } else {
        made_.emplace(tiles_->size(), Channels::rgb_alpha, picture_->base().depth());
    }
}

Cover SeenPlaced::read(RgbBlock& colour, FloatBlock& alpha) {
    if (!made_) return resample(*picture_, placement_, shrink_, colour, alpha);
    return read_placed(made_inside(colour.area()), 0, 0, colour, alpha);
}

bool SeenPlaced::may_cover(const Rect& tile) {
    if (made_) return !made_inside(tile).surely_all(3, tile, 0);
    return may_be_seen(*picture_, placement_, shrink_, tile);
}

const Picture& SeenPlaced::made_inside(const Rect& tile) {
    tiles_->once_for(tile, [&](const Rect& missing) { make(missing); });
    return *made_;
}

void SeenPlaced::make(const Rect& tile) {
    RgbBlock colour(tile);
    FloatBlock alpha(tile);
    const Cover cover = resample(*picture_, placement_, shrink_, colour, alpha);
    // A reused block may hold old coverage.
    if (cover == Cover::none) std::ranges::fill(alpha.samples(), 0.0F);
    if (cover == Cover::all) std::ranges::fill(alpha.samples(), 1.0F);
    if (cover != Cover::none) made_->write_rgb(colour);
    made_->write_channel(3, tile, std::as_const(alpha).samples());
    made_->settle(tile);
}

SeenBlurred::SeenBlurred(SeenPicture& sharp, const SharedPicture& picture, float radius,
                         double shrink)
    : sharp_(sharp),
      sigma_(radius / shrink),
      made_(size_at(picture->size(), shrink), picture->base().channels(), Depth::bits16),
      tiles_(made_.size()) {}

const Picture& SeenBlurred::inside(const Rect& tile) {
    tiles_.once_for(tile, [&](const Rect& missing) {
        const int reach = blur_reach(sigma_);
        const Rect around = intersection({missing.x - reach, missing.y - reach,
                                          missing.width + 2 * reach, missing.height + 2 * reach},
                                         rect_of(made_.size()));
        const Picture& sharp = sharp_.inside(around);
        for (int channel = 0; channel < count_of(sharp.channels()); ++channel)
            blur_into(made_, sharp, channel, sigma_, missing);
        made_.settle(missing);
    });
    return made_;
}

SeenBlurred& Inputs::blurred(const SharedPicture& picture, float radius) {
    SeenPicture& sharp = seen(picture);
    auto& entry = blurred_[{picture, radius}];
    if (!entry.seen) entry.seen = std::make_unique<SeenBlurred>(sharp, picture, radius, shrink_);
    entry.used = true;
    return *entry.seen;
}

SeenPicture& Inputs::seen(const SharedPicture& picture) {
    auto& entry = pictures_[picture];
    if (!entry.seen) {
        const SeenPicture* before = nullptr;
        Rect changed;
        for (const Pyramid::Ancestor& ancestor : picture->ancestors()) {
            const auto known = pictures_.find(ancestor.picture.lock());
            if (known == pictures_.end()) continue;
            before = known->second.seen.get(), changed = ancestor.changed;
            break;
        }
        entry.seen = std::make_unique<SeenPicture>(picture, shrink_, before, changed);
    }
    entry.used = true;
    return *entry.seen;
}

SeenPlaced& Inputs::seen(const SharedPicture& picture, const Placement& placement) {
    for (PlacedEntry& known : placed_) {
        if (known.picture != picture || known.placement != placement) continue;
        known.entry.used = true;
        return *known.entry.seen;
    }
    const SeenPlaced* before = nullptr;
    Rect changed;
    // Only a picture at its own pixels keeps the place of a change. The most recently used entry is
    // the best match.
    if (placement == Placement{})
        for (const PlacedEntry& known : placed_ | std::views::reverse) {
            if (known.placement != placement) continue;
            const auto since = picture->changed_since(*known.picture);
            if (!since) continue;
            before = known.entry.seen.get(), changed = *since;
            break;
        }
    placed_.push_back(
        {picture,
         placement,
         {std::make_unique<SeenPlaced>(picture, placement, painting_, shrink_, before, changed),
          true}});
    return *placed_.back().entry.seen;
}

std::size_t Inputs::bytes() const {
    std::size_t sum = 0;
    for (const auto& [picture, entry] : pictures_) sum += entry.seen->bytes();
    for (const auto& [key, entry] : blurred_) sum += entry.seen->bytes();
    for (const PlacedEntry& placed : placed_) sum += placed.entry.seen->bytes();
    return sum;
}

void Inputs::forget_unused() {
    std::erase_if(blurred_, [](const auto& known) { return !known.second.used; });
    std::erase_if(pictures_, [](const auto& known) { return !known.second.used; });
    std::erase_if(placed_, [](const PlacedEntry& known) { return !known.entry.used; });
    for (auto& [picture, entry] : pictures_) entry.used = false;
    for (auto& [key, entry] : blurred_) entry.used = false;
    for (PlacedEntry& placed : placed_) placed.entry.used = false;
}

}  // namespace underpaint
