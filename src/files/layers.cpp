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

/// What one layer is made of: a pass, or all those of a group that mixes.
struct Plan {
    std::size_t first, last;
    const Group* mixing = nullptr;
    bool native = false;            ///< a plain layer says all that the pass does
    bool hidden = false;            ///< it does not add to the picture
    SharedPicture ready = nullptr;  ///< pixels that are there already
};

/// Whether the painted pixels are the layer as they are.
bool is_whole_layer(const Painting& painting, const Pass& pass) {
    const auto* painted = std::get_if<Painted>(&pass.source);
    return painted != nullptr && pass.reach.everywhere() && !pass.clipped && !pass.tune.changes() &&
           painted->x == 0 && painted->y == 0 && painted->pixels->size() == painting.size();
}

/// Whether the pass lays the picture that the bottom layer holds already.
bool is_bottom_layer(const Painting& painting, const Pass& pass) {
    return std::holds_alternative<Underpaint>(pass.source) && painting.lays(pass) &&
           pass.reach.everywhere() && !pass.clipped;
}

std::vector<Plan> plans_of(const Painting& painting) {
    std::vector<Plan> plans;
    const std::vector<Pass>& passes = painting.passes;
    for (std::size_t i = 0; i < passes.size(); i = plans.back().last + 1) {
        const Pass& pass = passes[i];
        const Group* group = painting.group(pass.group);
        Plan& plan = plans.emplace_back(Plan{i, i});
        if (group != nullptr && group->mixes()) {
            plan.mixing = group;
            while (plan.last + 1 < passes.size() && passes[plan.last + 1].group == group->id)
                ++plan.last;
            continue;
        }
        plan.native = is_native(pass);
        plan.hidden = !pass.on || pass.strength <= 0 || (group != nullptr && group->does_nothing());
        if (plan.native && is_bottom_layer(painting, pass)) plan.ready = painting.ground();
        if (plan.native && is_whole_layer(painting, pass))
            plan.ready = std::get<Painted>(pass.source).pixels;
    }
    return plans;
}

/// Takes a walk that has come to the layer's first pass past its last, and writes the layer's tile:
/// of a native one the source, with reach in its alpha; of another the picture after it, opaque
/// wherever it lands.
void write_layer(const Plan& plan, TileWalk& walk, Picture& pixels) {
    if (plan.native) {
        if (walk.lay(plan.first)) write(pixels, walk.source(), walk.coverage());
        return;
    }
    FloatBlock alpha(walk.state().area());
    bool any = false;
    for (std::size_t i = plan.first; i <= plan.last; ++i) {
        if (!walk.lay(i)) continue;
        any = true;
        const auto cover = std::as_const(walk.coverage()).samples();
        for (std::size_t p = 0; p < cover.size(); ++p)
            if (cover[p] > 0) alpha.samples()[p] = 1;
    }
    if (any) write(pixels, walk.state(), alpha);
}

/// One that is hidden, by a walk of its own.
std::optional<Picture> hidden_layer(const Painting& painting, const Plan& plan, Depth depth,
                                    const std::stop_token& stop) {
    Painting shown = with_pass_laid(painting, plan.first);
    if (plan.native) shown.passes[plan.first].strength = 1;  // which is the layer's opacity
    const bool reads = !plan.native || reads_below(shown.passes[plan.first].source);
    const Recipe recipe(shown);
    Picture pixels(painting.size(), Channels::rgb_alpha, depth);
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            if (reads) walk.lay_all(0, plan.first);
            write_layer(plan, walk, pixels);
        },
        stop);
    return whole ? std::optional(std::move(pixels)) : std::nullopt;
}

/// All others, each where it has its place in one walk through all passes.
std::optional<std::vector<Picture>> shown_layers(const Painting& painting,
                                                 const std::vector<Plan>& plans, Depth depth,
                                                 const std::stop_token& stop,
                                                 const Progress& progress) {
    std::vector<Picture> pictures;
    for (const Plan& plan : plans) {
        const bool made = !plan.ready && !plan.hidden;
        pictures.emplace_back(made ? painting.size() : Size{1, 1}, Channels::rgb_alpha, depth);
    }
    const Recipe recipe(painting);
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            for (std::size_t i = 0; i < plans.size(); ++i)
                if (plans[i].ready || plans[i].hidden)
                    walk.lay_all(plans[i].first, plans[i].last + 1);
                else
                    write_layer(plans[i], walk, pictures[i]);
        },
        stop, progress);
    return whole ? std::optional(std::move(pictures)) : std::nullopt;
}

std::optional<std::vector<Layer>> layers_at(const Painting& painting, Depth depth,
                                            const std::stop_token& stop, const Progress& progress) {
    const std::vector<Plan> plans = plans_of(painting);
    auto pictures = shown_layers(painting, plans, depth, stop, progress);
    if (!pictures) return std::nullopt;
    std::vector<Layer> layers(1);
    layers[0].entry.name = "Underpaint";
    layers[0].pixels = painting.ground();
    for (std::size_t i = 0; i < plans.size(); ++i) {
        const Plan& plan = plans[i];
        const Pass& pass = painting.passes[plan.first];
        Layer& layer = layers.emplace_back();
        layer.pixels = plan.ready;
        if (!layer.pixels) {
            auto pixels = plan.hidden ? hidden_layer(painting, plan, depth, stop)
                                      : std::optional(std::move((*pictures)[i]));
            if (!pixels) return std::nullopt;
            pixels->settle();
            layer.pixels = share(std::move(*pixels));
        }
        layer.entry.name = plan.mixing != nullptr ? plan.mixing->name : pass.name;
        layer.entry.visible = plan.mixing != nullptr || pass.on;
        if (plan.native) {
            layer.entry.opacity = pass.strength;
            layer.entry.blend = pass.blend;
        }
        if (plan.mixing == nullptr) layer.group = pass.group;
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
