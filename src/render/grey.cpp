// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/grey.h"

#include "blend/read_rows.h"
#include "render/tile_walk.h"

namespace underpaint {
namespace {

void grey_row(Reader reader, ConstRgbRow pixels, std::span<float> out) {
    read_row(reader, pixels, out);
    encoded_grey_row(out, out);
}

}  // namespace

void turn_grey(RgbBlock& pixels, Reader reader) {
    const RgbRow all = pixels.all();
    std::vector<float> greys(all.r.size());
    grey_row(reader, all, greys);
    std::ranges::copy(greys, all.r.begin());
    std::ranges::copy(greys, all.g.begin());
    std::ranges::copy(greys, all.b.begin());
}

std::optional<Picture> render_grey(const Painting& painting, std::size_t upto, Reader reader,
                                   Depth depth, const std::stop_token& stop,
                                   const Progress& progress) {
    const Recipe recipe(painting);
    Picture result(painting.size(), Channels::grey, depth);
    const auto work = [&](TileWalk& walk, int) {
        walk.lay_all(0, upto);
        const ConstRgbRow all = walk.state().all();
        std::vector<float> greys(all.r.size());
        grey_row(reader, all, greys);
        result.write_channel(0, walk.state().area(), greys);
    };
    if (!walk_tiles(recipe, work, stop, progress)) return std::nullopt;
    return result;
}

}  // namespace underpaint
