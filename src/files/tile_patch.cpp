// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/tile_patch.h"

namespace underpaint {
namespace {

/// Copies the pixels of `from` that lie in `area` to where (x, y) is its corner.
void copy_pixels(const Picture& from, const Rect& area, Picture& to, int x, int y) {
    std::vector<float> samples(static_cast<std::size_t>(area.size().area()));
    for (int channel = 0; channel < count_of(from.channels()); ++channel) {
        from.read_channel(channel, area, samples);
        to.write_channel(channel, {x, y, area.width, area.height}, samples);
    }
}

Size stack_of(std::size_t tiles) {
    return {kTileSide, kTileSide * static_cast<int>(tiles)};
}

}  // namespace

std::vector<int> tiles_apart(const Picture& a, const Picture& b) {
    std::vector<int> apart;
    for (int tile = 0; tile < TileGrid{a.size()}.count(); ++tile)
        if (!a.shares(b, tile)) apart.push_back(tile);
    return apart;
}

Picture stacked(const Picture& picture, std::span<const int> tiles) {
    Picture stack(stack_of(tiles.size()), picture.channels(), picture.depth());
    int y = 0;
    for (const int tile : tiles) {
        copy_pixels(picture, TileGrid{picture.size()}.tile(tile), stack, 0, y);
        y += kTileSide;
    }
    stack.settle();
    return stack;
}

Result<Picture> patched(const std::string& name, Picture base, const Picture& stack,
                        std::span<const int> tiles) {
    const TileGrid grid{base.size()};
    const bool in_place =
        tiles.size() <= static_cast<std::size_t>(grid.count()) &&
        std::ranges::all_of(tiles, [&](int tile) { return tile >= 0 && tile < grid.count(); });
    if (!in_place || stack.size() != stack_of(tiles.size()) ||
        stack.channels() != base.channels() || stack.depth() != base.depth())
        return trouble(name, "it does not fit the picture that it is a part of.");
    int y = 0;
    for (const int tile : tiles) {
        const Rect at = grid.tile(tile);
        copy_pixels(stack, {0, y, at.width, at.height}, base, at.x, at.y);
        base.settle(at);
        y += kTileSide;
    }
    return base;
}

}  // namespace underpaint
