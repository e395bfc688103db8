// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/sources/painted.h"

#include <cmath>

#include "painting/reframer.h"

namespace underpaint {

void Painted::reframe(Reframer& reframer) {
    const Point corner = reframer.corner_of(x, y, pixels->size().width, pixels->size().height);
    x = static_cast<int>(std::lround(corner.x));
    y = static_cast<int>(std::lround(corner.y));
    pixels = reframer.loose(pixels);
}

Painted unpainted_colour(Size painting) {
    return {share(Picture(painting, Channels::rgb_alpha, Depth::bits16)), 0, 0};
}

BeginsAs<Painted> Painted::begin(const NewPassOn& on) {
    return {"Painted colour", "Colour laid by brush, at the values that it finds",
            unpainted_colour(on.size), BlendMode::true_colour};
}

Painted as_large_as(Size painting, const Painted& painted) {
    const Picture& from = painted.pixels->base();
    if (painted.x == 0 && painted.y == 0 && from.size() == painting &&
        from.channels() == Channels::rgb_alpha && from.depth() == Depth::bits16)
        return painted;
    Picture to(painting, Channels::rgb_alpha, Depth::bits16);
    const Rect inside = intersection({painted.x, painted.y, from.size().width, from.size().height},
                                     rect_of(painting));
    RgbBlock row({0, 0, inside.width, 1});
    std::vector<float> alpha(static_cast<std::size_t>(std::max(0, inside.width)));
    for (int y = inside.y; y < inside.bottom(); ++y) {
        const RgbRow colour = row.all();
        from.read_rgb(inside.x - painted.x, y - painted.y, colour);
        from.read_alpha(inside.x - painted.x, y - painted.y, alpha);
        to.write_channel(0, inside.x, y, colour.r);
        to.write_channel(1, inside.x, y, colour.g);
        to.write_channel(2, inside.x, y, colour.b);
        to.write_channel(3, inside.x, y, alpha);
    }
    to.settle();
    return {share(std::move(to)), 0, 0};
}

}  // namespace underpaint
