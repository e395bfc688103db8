// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/layers.h"

#include <algorithm>
#include <cmath>
#include <utility>

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

/// The painting as it looks to one who switches pass `index` on: so a hidden layer shows what it
/// would do.
Painting with_pass_laid(const Painting& painting, std::size_t index) {
    Painting shown = painting;
    Pass& pass = shown.passes[index];
    pass.on = true;
    for (Group& group : shown.groups)
        if (group.id == pass.group && group.does_nothing()) group.on = true, group.strength = 1;
    return shown;
}

/// Writes what the walk comes to in a tile: `pixels`, opaque or as far as `alpha` says.
void write(Picture& to, const RgbBlock& pixels, const FloatBlock& alpha) {
    const Rect& tile = pixels.area();
    for (int y = 0; y < tile.height; ++y) {
        const ConstRgbRow row = pixels.row(y);
        const int at = tile.y + y;
        to.write_channel(0, tile.x, at, row.r);
        to.write_channel(1, tile.x, at, row.g);
        to.write_channel(2, tile.x, at, row.b);
        to.write_channel(3, tile.x, at, alpha.row(y));
    }
}

/// The pixels of a native layer: the source, with reach in its alpha.
std::optional<Picture> native_pixels(const Painting& painting, std::size_t index, Depth depth,
                                     const std::stop_token& stop) {
    Painting shown = with_pass_laid(painting, index);
    Pass& pass = shown.passes[index];
    pass.strength = 1;  // which is the layer's opacity
    const auto* painted = std::get_if<Painted>(&pass.source);
    if (painted && pass.reach.everywhere() && !pass.clipped && !pass.tune.changes() &&
        painted->x == 0 && painted->y == 0 && painted->pixels->size() == painting.size())
        return painted->pixels->base();
    const Recipe recipe(shown);
    Picture pixels(painting.size(), Channels::rgb_alpha, depth);
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            if (reads_below(pass.source)) walk.lay_all(0, index);
            if (walk.lay(index)) write(pixels, walk.source(), walk.coverage());
        },
        stop);
    return whole ? std::optional(std::move(pixels)) : std::nullopt;
}

/// The pixels of a layer for passes first .. last: the picture after them, opaque wherever one of
/// them lands.
std::optional<Picture> baked_pixels(const Painting& shown, std::size_t first, std::size_t last,
                                    Depth depth, const std::stop_token& stop) {
    const Recipe recipe(shown);
    Picture pixels(shown.size(), Channels::rgb_alpha, depth);
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            walk.lay_all(0, first);
            FloatBlock alpha(walk.state().area());
            bool any = false;
            for (std::size_t i = first; i <= last; ++i) {
                if (!walk.lay(i)) continue;
                any = true;
                const auto cover = std::as_const(walk.coverage()).samples();
                for (std::size_t p = 0; p < cover.size(); ++p)
                    if (cover[p] > 0) alpha.samples()[p] = 1;
            }
            if (any) write(pixels, walk.state(), alpha);
        },
        stop);
    return whole ? std::optional(std::move(pixels)) : std::nullopt;
}

/// Whether the pass lays the picture that the bottom layer holds already.
bool is_bottom_layer(const Painting& painting, const Pass& pass) {
    return std::holds_alternative<Underpaint>(pass.source) && painting.lays(pass) &&
           pass.reach.everywhere() && !pass.clipped;
}

/// The layer of the passes first .. last: of one pass, or of a group that mixes.
std::optional<Layer> layer_of(const Painting& painting, std::size_t first, std::size_t last,
                              Depth depth, const std::stop_token& stop) {
    const Pass& pass = painting.passes[first];
    const Group* group = painting.group(pass.group);
    const bool whole_group = group != nullptr && group->mixes();
    const bool native = !whole_group && is_native(pass);
    Layer layer;
    if (native && is_bottom_layer(painting, pass)) {
        layer.pixels = painting.ground();
    } else {
        auto pixels = native ? native_pixels(painting, first, depth, stop)
                      : whole_group
                          ? baked_pixels(painting, first, last, depth, stop)
                          : baked_pixels(with_pass_laid(painting, first), first, last, depth, stop);
        if (!pixels) return std::nullopt;
        pixels->settle();
        layer.pixels = share(std::move(*pixels));
    }
    layer.entry.name = whole_group ? group->name : pass.name;
    layer.entry.visible = whole_group || pass.on;
    if (native) {
        layer.entry.opacity = pass.strength;
        layer.entry.blend = pass.blend;
    }
    if (group != nullptr && !whole_group) layer.group = group->id;
    return layer;
}

std::optional<std::vector<Layer>> layers_at(const Painting& painting, Depth depth,
                                            const std::stop_token& stop, const Progress& progress) {
    std::vector<Layer> layers(1);
    layers[0].entry.name = "Underpaint";
    layers[0].pixels = painting.ground();
    const std::vector<Pass>& passes = painting.passes;
    for (std::size_t i = 0, last = 0; i < passes.size(); i = last + 1) {
        last = i;
        if (const Group* group = painting.group(passes[i].group);
            group != nullptr && group->mixes())
            while (last + 1 < passes.size() && passes[last + 1].group == group->id) ++last;
        auto layer = layer_of(painting, i, last, depth, stop);
        if (!layer) return std::nullopt;
        layers.push_back(std::move(*layer));
        if (progress) progress(static_cast<float>(last + 1) / static_cast<float>(passes.size()));
    }
    return layers;
}

/// As seen without nesting: the layers of a hidden group are hidden.
std::vector<Layer> flat(const Painting& painting, std::vector<Layer> layers) {
    for (Layer& layer : layers)
        if (const Group* group = painting.group(layer.group); group && group->does_nothing())
            layer.entry.visible = false;
    return layers;
}

/// The most by which the layers' composite is off the painting, in encoded units.
std::optional<float> deviation(const Painting& painting, const std::vector<Layer>& layers,
                               const std::stop_token& stop) {
    const Painting foreign = painting_from(flat(painting, layers), 0, painting.size(), {});
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

std::vector<LayerEntry> nested(const Painting& painting, const std::vector<Layer>& layers) {
    std::vector<LayerEntry> entries;
    GroupId last = kNoGroup;
    for (const Layer& layer : layers) {
        const Group* group = painting.group(layer.group);
        if (group == nullptr) {
            entries.push_back(layer.entry);
        } else {
            if (layer.group != last) {
                LayerEntry& entry = entries.emplace_back();
                entry.name = group->name;
                entry.visible = !group->does_nothing();
            }
            entries.back().group.push_back(layer.entry);
        }
        last = layer.group;
    }
    return entries;
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
        const LayerEntry& entry = layers[i].entry;
        // What lies below the underpaint is covered; hidden, it may still be wanted.
        if (i == under || (i < under && entry.visible)) continue;
        Pass pass;
        pass.on = entry.visible;
        pass.name = entry.name;
        pass.source = Painted{layers[i].pixels, entry.x, entry.y};
        pass.blend = entry.blend;
        pass.strength = entry.opacity;
        painting.passes.push_back(std::move(pass));
    }
    return with_seal(std::move(painting), date);
}

}  // namespace underpaint
