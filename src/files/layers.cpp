// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/layers.h"

#include <algorithm>
#include <cmath>

#include "files/composite_op.h"
#include "files/flat_picture.h"
#include "painting/changes.h"
#include "render/render.h"

namespace underpaint {
namespace {

/// Whether a plain layer says all that the pass does: a hold, for one, it can't.
bool is_native(const Pass& pass) {
    return pass.hold <= 0 && composite_op_of(pass.blend).has_value();
}

/// The pixels of one layer. A native layer holds the source with reach in its alpha; a baked one
/// the picture after the pass, opaque wherever the pass lands.
std::optional<Picture> layer_pixels(const Painting& painting, std::size_t index, Depth depth,
                                    const std::stop_token& stop) {
    Painting shown = painting;
    Pass& pass = shown.passes[index];
    const bool native = is_native(pass);
    if (!pass.on) pass.on = true;   // a hidden layer shows what it would do
    if (native) pass.strength = 1;  // which is the layer's opacity
    const auto* painted = std::get_if<Painted>(&pass.source);
    if (native && painted && pass.reach.everywhere() && painted->x == 0 && painted->y == 0 &&
        painted->pixels->size() == painting.size())
        return painted->pixels->base();

    const Recipe recipe(shown);
    Picture pixels(painting.size(), Channels::rgb_alpha, depth);
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            if (!native || reads_below(pass.source)) walk.lay_all(0, index);
            if (!walk.lay(index)) return;
            const Rect tile = walk.state().area();
            std::vector<float> alpha(static_cast<std::size_t>(tile.width));
            for (int y = 0; y < tile.height; ++y) {
                std::ranges::copy(walk.coverage().row(y), alpha.begin());
                if (!native)
                    for (float& a : alpha) a = a > 0 ? 1.0F : 0.0F;
                const ConstRgbRow row = (native ? walk.source() : walk.state()).row(y);
                const int at = tile.y + y;
                pixels.write_channel(0, tile.x, at, row.r);
                pixels.write_channel(1, tile.x, at, row.g);
                pixels.write_channel(2, tile.x, at, row.b);
                pixels.write_channel(3, tile.x, at, alpha);
            }
        },
        stop);
    if (!whole) return std::nullopt;
    return pixels;
}

std::optional<std::vector<Layer>> layers_at(const Painting& painting, Depth depth,
                                            const std::stop_token& stop, const Progress& progress) {
    std::vector<Layer> layers(1);
    layers[0].entry.name = "Underpaint";
    layers[0].pixels = painting.ground();
    for (std::size_t i = 0; i < painting.passes.size(); ++i) {
        const Pass& pass = painting.passes[i];
        auto pixels = layer_pixels(painting, i, depth, stop);
        if (!pixels) return std::nullopt;
        pixels->settle();
        const bool native = is_native(pass);
        Layer& layer = layers.emplace_back();
        layer.pixels = share(std::move(*pixels));
        layer.entry.name = pass.name;
        layer.entry.visible = pass.on;
        if (native) {
            layer.entry.opacity = pass.strength;
            layer.entry.blend = pass.blend;
        }
        if (progress)
            progress(static_cast<float>(i + 1) / static_cast<float>(painting.passes.size()));
    }
    return layers;
}

/// The most by which the layers' composite is off the painting, in encoded units.
std::optional<float> deviation(const Painting& painting, const std::vector<Layer>& layers,
                               const std::stop_token& stop) {
    const Painting foreign = painting_from(layers, 0, painting.size(), {});
    std::vector<float> worst(static_cast<std::size_t>(tile_count(rect_of(painting.size()))));
    const Recipe recipe(painting), foreign_recipe(foreign);
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& ours, int index) {
            const Rect tile = ours.state().area();
            TileWalk theirs(foreign_recipe, tile);
            ours.lay_all(0, painting.passes.size());
            theirs.lay_all(0, foreign.passes.size());
            float& most = worst[static_cast<std::size_t>(index)];
            for (int y = 0; y < tile.height; ++y) {
                const ConstRgbRow a = ours.state().row(y), b = theirs.state().row(y);
                for (std::size_t x = 0; x < a.r.size(); ++x)
                    most = std::max({most, std::fabs(a.r[x] - b.r[x]), std::fabs(a.g[x] - b.g[x]),
                                     std::fabs(a.b[x] - b.b[x])});
            }
        },
        stop);
    if (!whole) return std::nullopt;
    return worst.empty() ? 0 : *std::ranges::max_element(worst);
}

}  // namespace

std::uint64_t bytes_to_lay_out(const Painting& painting) {
    const Depth depth = painting.ground()->base().depth();
    std::uint64_t each = bytes_per_pixel(Channels::rgb, depth);
    for (const Pass& pass : painting.passes) {
        // One colour takes no memory but for its alpha; painted layers have theirs already.
        const bool plain = std::holds_alternative<Tint>(pass.source) && is_native(pass);
        each += bytes_per_pixel(plain ? Channels::grey : Channels::rgb_alpha, depth);
    }
    return each * static_cast<std::uint64_t>(painting.size().area());
}

std::optional<std::vector<Layer>> layers_of(const Painting& painting, const std::stop_token& stop,
                                            const Progress& progress) {
    if (painting.ground()->base().depth() == Depth::bits8) {
        auto layers = layers_at(painting, Depth::bits8, stop, progress);
        if (!layers) return std::nullopt;
        const auto off = deviation(painting, *layers, stop);
        if (!off) return std::nullopt;
        if (*off <= 0.5F / 255) return layers;
    }
    return layers_at(painting, Depth::bits16, stop, progress);
}

Painting painting_from(const std::vector<Layer>& layers, std::size_t under, Size size,
                       const std::string& date) {
    Painting painting;
    const Layer& lowest = layers[under];
    const Picture& base = lowest.pixels->base();
    const bool as_it_is = base.size() == size && !has_alpha(base.channels()) &&
                          lowest.entry.x == 0 && lowest.entry.y == 0 && lowest.entry.opacity == 1;
    painting.underpaint =
        as_it_is
            ? lowest.pixels
            : share(flattened(base, size, lowest.entry.x, lowest.entry.y, lowest.entry.opacity));
    for (std::size_t i = 0; i < layers.size(); ++i) {
        const auto& [entry, pixels] = layers[i];
        // What lies below the underpaint is covered; hidden, it may still be wanted.
        if (i == under || (i < under && entry.visible)) continue;
        Pass pass;
        pass.on = entry.visible;
        pass.name = entry.name;
        pass.source = Painted{pixels, entry.x, entry.y};
        pass.blend = entry.blend;
        pass.strength = entry.opacity;
        painting.passes.push_back(std::move(pass));
    }
    return with_seal(std::move(painting), date);
}

}  // namespace underpaint
