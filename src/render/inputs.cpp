// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/inputs.h"

#include <algorithm>
#include <utility>

#include "raster/blur.h"
#include "render/view.h"

namespace underpaint {
namespace {

/// Calls `make` for those tiles that cover `area` and were never asked for.
template <class Make>
void once_for_tiles(Size size, const Rect& area, std::once_flag* asked, Make make) {
    const TileGrid grid{size};
    for (int y = area.y / kTileSide; y * kTileSide < area.bottom(); ++y)
        for (int x = area.x / kTileSide; x * kTileSide < area.right(); ++x) {
            const int index = y * grid.columns() + x;
            std::call_once(asked[index], [&] { make(grid.tile(index)); });
        }
}

}  // namespace

SeenPicture::SeenPicture(SharedPicture picture, double shrink)
    : picture_(std::move(picture)), shrink_(shrink) {
    if (const int level = level_at(shrink); level >= 0) {
        level_ = picture_->level(level);
        return;
    }
    const Picture& base = picture_->base();
    const Size size = size_at(base.size(), shrink);
    made_.emplace(size, base.channels(), base.depth());
    asked_ = std::make_unique<std::once_flag[]>(static_cast<std::size_t>(TileGrid{size}.count()));
}

const Picture& SeenPicture::inside(const Rect& tile) {
    if (level_ != nullptr) return *level_;
    once_for_tiles(made_->size(), tile, asked_.get(), [&](const Rect& missing) {
        resample(*picture_, shrink_, missing, *made_);
        made_->settle(missing);
    });
    return *made_;
}

SeenPlaced::SeenPlaced(SharedPicture picture, const Placement& placement, Size painting,
                       double shrink)
    : picture_(std::move(picture)), placement_(placement), shrink_(shrink) {
    if (level_at(shrink) >= 0) return;
    const Size size = size_at(painting, shrink);
    made_.emplace(size, Channels::rgb_alpha, picture_->base().depth());
    asked_ = std::make_unique<std::once_flag[]>(static_cast<std::size_t>(TileGrid{size}.count()));
}

Cover SeenPlaced::read(RgbBlock& colour, FloatBlock& alpha) {
    if (!made_) return resample(*picture_, placement_, shrink_, colour, alpha);
    const Rect& tile = colour.area();
    once_for_tiles(made_->size(), tile, asked_.get(), [&](const Rect& missing) { make(missing); });
    return read_placed(*made_, 0, 0, colour, alpha);
}

void SeenPlaced::make(const Rect& tile) {
    RgbBlock colour(tile);
    FloatBlock alpha(tile);
    const Cover cover = resample(*picture_, placement_, shrink_, colour, alpha);
    if (cover == Cover::none) return;
    if (cover == Cover::all) std::ranges::fill(alpha.samples(), 1.0F);
    made_->write_rgb(colour);
    made_->write_channel(3, tile, std::as_const(alpha).samples());
    made_->settle(tile);
}

SeenBlurred::SeenBlurred(SeenPicture& sharp, const SharedPicture& picture, float radius,
                         double shrink)
    : sharp_(sharp),
      sigma_(radius / shrink),
      made_(size_at(picture->size(), shrink), picture->base().channels(), Depth::bits16),
      asked_(std::make_unique<std::once_flag[]>(
          static_cast<std::size_t>(TileGrid{made_.size()}.count()))) {}

const Picture& SeenBlurred::inside(const Rect& tile) {
    once_for_tiles(made_.size(), tile, asked_.get(), [&](const Rect& missing) {
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
    if (!entry.seen) entry.seen = std::make_unique<SeenPicture>(picture, shrink_);
    entry.used = true;
    return *entry.seen;
}

SeenPlaced& Inputs::seen(const SharedPicture& picture, const Placement& placement) {
    for (PlacedEntry& known : placed_) {
        if (known.picture != picture || known.placement != placement) continue;
        known.entry.used = true;
        return *known.entry.seen;
    }
    placed_.push_back(
        {picture,
         placement,
         {std::make_unique<SeenPlaced>(picture, placement, painting_, shrink_), true}});
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
