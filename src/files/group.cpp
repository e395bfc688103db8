// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/group.h"

#include <algorithm>

#include "blend/lay.h"
#include "raster/in_parallel.h"
#include "raster/tile_plane.h"

namespace underpaint {
namespace {

/// One pixel with straight alpha.
struct Rgba {
    Rgb colour;
    float alpha = 0;
};

template <class Channel>
Rgb each(Channel channel) {
    return {channel(&Rgb::r), channel(&Rgb::g), channel(&Rgb::b)};
}

Rgba over(BlendMode mode, const Rgba& below, Rgb source, float alpha) {
    if (alpha <= 0) return below;
    const bool plus = mode == BlendMode::plus;
    const float together =
        plus ? std::min(1.0F, alpha + below.alpha) : alpha + below.alpha * (1 - alpha);
    const Rgb met = plus ? source : blend(mode, below.colour, source);
    const Rgb colour = each([&](float Rgb::*c) {
        if (plus)
            return std::min(1.0F, alpha * source.*c + below.alpha * below.colour.*c) / together;
        const float mixed = (1 - below.alpha) * source.*c + below.alpha * met.*c;
        return (alpha * mixed + (1 - alpha) * below.alpha * below.colour.*c) / together;
    });
    return {colour, together};
}

Rect place_of(const Layer& layer) {
    const Size size = layer.pixels->size();
    return {layer.entry.x, layer.entry.y, size.width, size.height};
}

/// Lays what of a layer lies in a tile over what the tile has come to.
void lay(const Layer& layer, const Rect& tile, std::vector<Rgba>& pixels) {
    const Rect part = intersection(tile, place_of(layer));
    if (part.empty()) return;
    const Picture& picture = layer.pixels->base();
    const auto width = static_cast<std::size_t>(part.width);
    std::vector<float> r(width), g(width), b(width), a(width);
    for (int y = part.y; y < part.bottom(); ++y) {
        const int x = part.x - layer.entry.x, row = y - layer.entry.y;
        picture.read_rgb(x, row, {r, g, b});
        picture.read_alpha(x, row, a);
        Rgba* to = pixels.data() + static_cast<std::ptrdiff_t>(y - tile.y) * tile.width +
                   (part.x - tile.x);
        for (std::size_t i = 0; i < width; ++i)
            to[i] = over(layer.entry.blend, to[i], {r[i], g[i], b[i]}, layer.entry.opacity * a[i]);
    }
}

}  // namespace

std::optional<Layer> composited(const LayerEntry& group, const std::vector<Layer>& layers,
                                Size canvas, const std::stop_token& stop) {
    Rect bounds{0, 0, 0, 0};
    for (const Layer& layer : layers)
        if (layer.entry.visible)
            bounds = united(bounds, intersection(place_of(layer), rect_of(canvas)));
    if (bounds.empty()) bounds = {0, 0, 1, 1};  // an empty group

    Picture merged(bounds.size(), Channels::rgb_alpha, Depth::bits16);
    const TileGrid grid{bounds.size()};
    in_parallel(0, grid.count(), [&](int index) {
        if (stop.stop_requested()) return;
        const Rect inside = grid.tile(index);
        const Rect tile{bounds.x + inside.x, bounds.y + inside.y, inside.width, inside.height};
        std::vector<Rgba> pixels(static_cast<std::size_t>(tile.size().area()));
        for (const Layer& layer : layers)
            if (layer.entry.visible) lay(layer, tile, pixels);
        std::vector<float> plane(pixels.size());
        const auto write = [&](int channel, auto value) {
            std::ranges::transform(pixels, plane.begin(), value);
            merged.write_channel(channel, inside, plane);
        };
        write(0, [](const Rgba& p) { return p.colour.r; });
        write(1, [](const Rgba& p) { return p.colour.g; });
        write(2, [](const Rgba& p) { return p.colour.b; });
        write(3, [](const Rgba& p) { return p.alpha; });
    });
    if (stop.stop_requested()) return std::nullopt;
    merged.settle();
    Layer layer{group, share(std::move(merged))};
    layer.entry.x = bounds.x, layer.entry.y = bounds.y;
    return layer;
}

}  // namespace underpaint
