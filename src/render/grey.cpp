// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/grey.h"

#include "blend/rows.h"
#include "render/tile_walk.h"

namespace underpaint {
namespace {

void grey_row(Reader reader, ConstRgbRow pixels, std::span<float> out) {
    read_row(reader, pixels, out);
    encoded_grey_row(out, out);
}

}  // namespace

void turn_grey(RgbBlock& pixels, Reader reader) {
    std::vector<float> row(static_cast<std::size_t>(pixels.area().width));
    for (int y = 0; y < pixels.area().height; ++y) {
        const RgbRow to = pixels.row(y);
        grey_row(reader, to, row);
        std::ranges::copy(row, to.r.begin());
        std::ranges::copy(row, to.g.begin());
        std::ranges::copy(row, to.b.begin());
    }
}

std::optional<Picture> render_grey(const Painting& painting, std::size_t upto, Reader reader,
                                   Depth depth, const std::stop_token& stop,
                                   const Progress& progress) {
    Picture result(painting.size(), Channels::grey, depth);
    const bool whole = for_each_tile(
        painting.size(),
        [&](int, const Rect& tile) {
            TileWalk walk(painting, 0, tile);
            for (std::size_t i = 0; i < upto; ++i) walk.lay(i);
            std::vector<float> row(static_cast<std::size_t>(tile.width));
            for (int y = 0; y < tile.height; ++y) {
                grey_row(reader, walk.state().row(y), row);
                result.write_channel(0, tile.x, tile.y + y, row);
            }
        },
        stop, progress);
    if (!whole) return std::nullopt;
    return result;
}

}  // namespace underpaint
