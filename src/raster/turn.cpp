// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/turn.h"

namespace underpaint {
namespace {

/// Which pixel of the picture comes to lie at (x, y) of the turned one.
struct Place {
    int x, y;
};
Place origin_of(int x, int y, Size from, Turn turn) {
    switch (turn) {
        case Turn::right: return {y, from.height - 1 - x};
        case Turn::left: return {from.width - 1 - y, x};
        case Turn::half: return {from.width - 1 - x, from.height - 1 - y};
        case Turn::mirror: return {from.width - 1 - x, y};
    }
    return {x, y};
}

}  // namespace

// Tile by tile, so that neither picture is read across its rows for long.
Picture turned(const Picture& picture, Turn turn) {
    const Size from = picture.size(), to = turned(from, turn);
    Picture result(to, picture.channels(), picture.depth());
    const TileGrid grid{to};
    for (int i = 0; i < grid.count(); ++i) {
        const Rect tile = grid.tile(i);
        const Place a = origin_of(tile.x, tile.y, from, turn);
        const Place b = origin_of(tile.right() - 1, tile.bottom() - 1, from, turn);
        const Rect source{std::min(a.x, b.x), std::min(a.y, b.y), std::abs(a.x - b.x) + 1,
                          std::abs(a.y - b.y) + 1};
        FloatBlock in(source), out(tile);
        for (int channel = 0; channel < count_of(picture.channels()); ++channel) {
            picture.read_channel(channel, source, in.samples());
            for (int y = 0; y < tile.height; ++y)
                for (int x = 0; x < tile.width; ++x) {
                    const Place at = origin_of(tile.x + x, tile.y + y, from, turn);
                    out.row(y)[static_cast<std::size_t>(x)] =
                        in.row(at.y - source.y)[static_cast<std::size_t>(at.x - source.x)];
                }
            result.write_channel(channel, tile, out.samples());
        }
    }
    result.settle();
    return result;
}

}  // namespace underpaint
