// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/layers.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <map>
#include <utility>

#include "blend/lay_rows.h"
#include "files/flat_picture.h"
#include "painting/changes.h"
#include "painting/group_changes.h"
#include "painting/version_changes.h"

namespace underpaint {
namespace {

constexpr float kLevels = 255;

/// The painting as it looks to one who switches a layer on: so a hidden one shows what it would do.
Painting as_shown(const Painting& painting, const LayerPlan& plan) {
    Painting shown = painting;
    Pass& pass = shown.passes[plan.first];
    pass.on = true;
    if (plan.native) pass.strength = 1;  // the strength is written as the layer's opacity
    for (Group& group : shown.groups)
        if (group.id == pass.group && group.does_nothing()) group.on = true, group.strength = 1;
    return shown;
}

/// Where a layer may have pixels: whole tiles; never empty.
Rect area_of(const Recipe& recipe, const LayerPlan& plan) {
    const TileGrid grid{recipe.size()};
    Rect area;
    for (int i = 0; i < grid.count(); ++i)
        for (std::size_t pass = plan.first; pass <= plan.last; ++pass)
            if (recipe.may_touch(pass, grid.tile(i))) area = united(area, grid.tile(i));
    return area.empty() ? Rect{0, 0, 1, 1} : area;
}

/// Where some passes land, one after the other: 1 or 0. False where they don't at all.
bool lay_and_mark(TileWalk& walk, std::size_t first, std::size_t last, FloatBlock& landed) {
    landed.reshape(walk.state().area());
    std::ranges::fill(landed.samples(), 0.0F);
    bool any = false;
    for (std::size_t i = first; i <= last; ++i) {
        if (!walk.lay(i)) continue;
        any = true;
        const auto cover = std::as_const(walk.coverage()).samples();
        for (std::size_t p = 0; p < cover.size(); ++p)
            if (cover[p] > 0) landed.samples()[p] = 1;
    }
    return any;
}

}  // namespace

/// A layer on its way: pixels of the part of the painting that it has.
struct LayerInWork {
    const LayerPlan& plan;
    Rect area;
    Picture pixels;

    LayerInWork(const LayerPlan& of, const Rect& where, Depth depth)
        : plan(of), area(where), pixels(where.size(), Channels::rgb_alpha, depth) {}

    /// `colours`, opaque or as far as `alpha` says; black where that is nought, where a source
    /// holds whatever was there. Rows of strips of tiles come from any thread, and no two of them
    /// write the same ones.
    void write(const RgbBlock& colours, const FloatBlock& alpha) {
        const Rect& tile = colours.area();
        std::vector<float> seen(static_cast<std::size_t>(tile.width));
        for (int y = 0; y < tile.height; ++y) {
            const ConstRgbRow row = colours.row(y);
            const auto cover = alpha.row(y);
            const int left = tile.x - area.x, at = tile.y + y - area.y;
            int channel = 0;
            for (const auto& plane : {row.r, row.g, row.b}) {
                for (std::size_t x = 0; x < seen.size(); ++x) seen[x] = cover[x] > 0 ? plane[x] : 0;
                pixels.write_channel(channel++, left, at, seen);
            }
            pixels.write_channel(channel, left, at, cover);
        }
    }

    /// Takes a walk that has come to the layer's first pass past its last, and writes the tile: of
    /// a native one the source, with reach in its alpha; of another the picture after it, opaque
    /// wherever it lands.
    void take(TileWalk& walk) {
        if (plan.native) {
            if (walk.lay(plan.first)) write(walk.source(), walk.coverage());
        } else {
            FloatBlock landed;
            if (lay_and_mark(walk, plan.first, plan.last, landed)) write(walk.state(), landed);
        }
        // At a tile's last strip: tiles of one value are merged here, so that they take no memory
        // until the end.
        const Rect& strip = walk.state().area();
        if (strip.bottom() % kTileSide == 0 && !intersection(strip, area).empty())
            pixels.settle({strip.x - area.x, strip.y - area.y, strip.width, strip.height});
    }
};

namespace {

/// As 8 bits hold it.
void round_to_levels(std::span<float> values) {
    for (float& v : values) v = std::round(std::clamp(v, 0.0F, 1.0F) * kLevels) / kLevels;
}
void round_to_levels(RgbBlock& block) {
    const RgbRow all = block.all();
    for (const auto& plane : {all.r, all.g, all.b}) round_to_levels(plane);
}

/// Takes a walk past a layer, and lays over `seen` what a reader of the file would, were its layers
/// of 8 bits.
void lay_as_seen(const Painting& painting, const LayerPlan& plan, TileWalk& walk, RgbBlock& seen) {
    if (plan.hidden) return;
    if (plan.native) {
        if (!walk.lay(plan.first)) return;
        RgbBlock source = walk.source();
        FloatBlock cover = walk.coverage();
        if (!plan.ready) round_to_levels(source), round_to_levels(cover.samples());
        const Pass& pass = painting.passes[plan.first];
        lay_row({pass.blend, 0}, seen.all(), std::as_const(source).all(),
                {pass.strength, std::as_const(cover).samples()});
        return;
    }
    FloatBlock landed;
    if (!lay_and_mark(walk, plan.first, plan.last, landed)) return;
    RgbBlock made = walk.state();
    round_to_levels(made);
    lay_row({BlendMode::normal, 0}, seen.all(), std::as_const(made).all(),
            {1, std::as_const(landed).samples()});
}

float most_apart(const RgbBlock& a, const RgbBlock& b) {
    const ConstRgbRow here = a.all(), there = b.all();
    float most = 0;
    for (std::size_t i = 0; i < here.r.size(); ++i)
        most = std::max({most, std::fabs(here.r[i] - there.r[i]), std::fabs(here.g[i] - there.g[i]),
                         std::fabs(here.b[i] - there.b[i])});
    return most;
}

}  // namespace

LayerMaker::LayerMaker(const Painting& painting)
    : painting_(painting),
      plans_(plans_of(painting)),
      recipe_(painting),
      depth_(painting.ground()->base().depth()) {
    for (const LayerPlan& plan : plans_)
        areas_.push_back(plan.hidden ? area_of(Recipe(as_shown(painting, plan)), plan)
                                     : area_of(recipe_, plan));
}

std::optional<Picture> LayerMaker::look(const std::stop_token& stop, const Progress& progress) {
    const bool shallow = depth_ == Depth::bits8;
    Picture merged(painting_.size(), Channels::rgb, depth_);
    std::atomic<bool> shows = false;
    const bool whole = walk_tiles(
        recipe_,
        [&](TileWalk& walk, int) {
            if (shallow && !shows) {
                RgbBlock seen = walk.state();
                for (const LayerPlan& plan : plans_) lay_as_seen(painting_, plan, walk, seen);
                if (most_apart(walk.state(), seen) > 0.5F / kLevels) shows = true;
            } else {
                walk.lay_all(0, painting_.passes.size());
            }
            merged.write_rgb(walk.state());
        },
        stop, progress);
    if (!whole) return std::nullopt;
    if (shows) depth_ = Depth::bits16;
    merged.settle();
    return merged;
}

std::uint64_t LayerMaker::bytes_of(std::size_t layer) const {
    if (layer == 0 || plans_[layer - 1].ready) return 0;
    return bytes_per_pixel(Channels::rgb_alpha, depth_) *
           static_cast<std::uint64_t>(areas_[layer - 1].size().area());
}

std::uint64_t LayerMaker::bytes_to_make() const {
    std::uint64_t sum = bytes_per_pixel(Channels::rgb, depth_) *
                        static_cast<std::uint64_t>(painting_.size().area());
    for (std::size_t i = 0; i < count(); ++i) sum += bytes_of(i);
    return sum;
}

std::vector<Layer> LayerMaker::outlines() const {
    std::vector<Layer> layers;
    for (std::size_t i = 0; i < count(); ++i) layers.push_back({entry_of(i), nullptr, group_of(i)});
    return layers;
}

LayerEntry LayerMaker::entry_of(std::size_t layer) const {
    LayerEntry entry;
    if (layer == 0) {
        const ForeignFile* foreign = painting_.foreign.get();
        const bool named = foreign != nullptr && !foreign->ground_name.empty();
        entry.name = named ? foreign->ground_name : "Underpaint";
        if (foreign != nullptr) entry.foreign = foreign->ground;
        return entry;
    }
    const LayerPlan& plan = plans_[layer - 1];
    const Pass& pass = painting_.passes[plan.first];
    entry.name = plan.mixing != nullptr ? plan.mixing->name : pass.name;
    entry.foreign = plan.mixing != nullptr ? plan.mixing->foreign : pass.foreign;
    entry.visible = plan.mixing != nullptr || pass.on;
    if (!plan.ready) entry.x = areas_[layer - 1].x, entry.y = areas_[layer - 1].y;
    if (plan.native) entry.opacity = pass.strength, entry.blend = pass.blend;
    return entry;
}

GroupId LayerMaker::group_of(std::size_t layer) const {
    if (layer == 0 || plans_[layer - 1].mixing != nullptr) return kNoGroup;
    return painting_.passes[plans_[layer - 1].first].group;
}

SharedPicture LayerMaker::ready(std::size_t layer) const {
    return layer == 0 ? painting_.ground() : plans_[layer - 1].ready;
}

std::optional<std::vector<Picture>> LayerMaker::make(std::span<const std::size_t> wanted,
                                                     const std::stop_token& stop) const {
    std::vector<std::optional<LayerInWork>> making(plans_.size());
    bool any = false;
    for (const std::size_t layer : wanted) {
        const LayerPlan& plan = plans_[layer - 1];
        making[layer - 1].emplace(plan, areas_[layer - 1], depth_);
        if (plan.hidden && !make_hidden(*making[layer - 1], stop)) return std::nullopt;
        any = any || !plan.hidden;
    }
    if (any && !make_shown(making, stop)) return std::nullopt;
    std::vector<Picture> pictures;
    for (const std::size_t layer : wanted) {
        pictures.push_back(std::move(making[layer - 1]->pixels));
        pictures.back().settle();
    }
    return pictures;
}

/// Each where it has its place in one walk through all passes.
bool LayerMaker::make_shown(std::span<std::optional<LayerInWork>> making,
                            const std::stop_token& stop) const {
    Rect area;
    std::size_t last = 0;
    for (std::size_t i = 0; i < plans_.size(); ++i)
        if (making[i] && !plans_[i].hidden) area = united(area, areas_[i]), last = i;
    return walk_tiles(
        recipe_, area,
        [&](TileWalk& walk, int) {
            for (std::size_t i = 0; i <= last; ++i)
                if (making[i] && !plans_[i].hidden)
                    making[i]->take(walk);
                else
                    walk.lay_all(plans_[i].first, plans_[i].last + 1);
        },
        stop);
}

/// By a walk of its own, as if it were shown.
bool LayerMaker::make_hidden(LayerInWork& making, const std::stop_token& stop) const {
    const LayerPlan& plan = making.plan;
    const Painting shown = as_shown(painting_, plan);
    const bool reads = !plan.native || reads_below(shown.passes[plan.first].source);
    const Recipe recipe(shown);
    return walk_tiles(
        recipe, making.area,
        [&](TileWalk& walk, int) {
            if (reads) walk.lay_all(0, plan.first);
            making.take(walk);
        },
        stop);
}

std::optional<std::vector<Layer>> layers_of(const Painting& painting, const std::stop_token& stop) {
    LayerMaker maker(painting);
    if (!maker.look(stop)) return std::nullopt;
    std::vector<Layer> layers = maker.outlines();
    std::vector<std::size_t> wanted;
    for (std::size_t i = 0; i < layers.size(); ++i)
        if (layers[i].pixels = maker.ready(i); !layers[i].pixels) wanted.push_back(i);
    auto made = maker.make(wanted, stop);
    if (!made) return std::nullopt;
    for (std::size_t k = 0; k < wanted.size(); ++k)
        layers[wanted[k]].pixels = share(std::move((*made)[k]));
    return layers;
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
                entry.foreign = group->foreign;
            }
            entries.back().group.push_back(layer.entry);
        }
        last = layer.group;
    }
    return entries;
}

namespace {

/// The group that stands for a folder of the file.
GroupId group_for(int folder, const LayerStack& stack, Painting& painting) {
    if (folder < 0) return kNoGroup;
    const GroupId id = folder + 1;
    if (painting.group(id) == nullptr) {
        const Folder& of = stack.folders[static_cast<std::size_t>(folder)];
        painting.groups.push_back({id, of.name, 1, of.visible, of.foreign});
    }
    return id;
}

/// Whether a layer is the first of a hidden group that is a version by itself: the underpaint once
/// more, with layers over it.
bool begins_version(const std::vector<Layer>& layers, std::size_t at, const Layer& underpaint,
                    const LayerStack& stack) {
    const int folder = layers[at].entry.folder;
    if (folder < 0 || folder == layers[at - 1].entry.folder ||
        stack.folders[static_cast<std::size_t>(folder)].visible)
        return false;
    const LayerEntry &is = layers[at].entry, &wanted = underpaint.entry;
    return is.blend == BlendMode::normal && is.opacity == wanted.opacity && is.x == wanted.x &&
           is.y == wanted.y &&
           (layers[at].pixels == underpaint.pixels ||
            same_pixels(layers[at].pixels->base(), underpaint.pixels->base()));
}

}  // namespace

Painting painting_from(const std::vector<Layer>& layers, std::size_t under, const LayerStack& stack,
                       const std::string& date) {
    const Size size = stack.size;
    Painting painting;
    const Layer& lowest = layers[under];
    const Picture& base = lowest.pixels->base();
    const bool as_it_is = base.size() == size && !has_alpha(base.channels()) &&
                          lowest.entry.x == 0 && lowest.entry.y == 0 && lowest.entry.opacity == 1;
    painting.underpaint =
        as_it_is
            ? lowest.pixels
            : share(flattened(base, size, lowest.entry.x, lowest.entry.y, lowest.entry.opacity));
    std::map<int, Colouring> versions;  // by the number of their folder
    for (std::size_t i = 0; i < layers.size(); ++i) {
        const LayerEntry& entry = layers[i].entry;
        if (i > under && begins_version(layers, i, lowest, stack)) {
            versions[entry.folder];
            continue;
        }
        // The underpaint covers the layers below it; they are kept, hidden.
        if (i == under || (i < under && stack.shows(entry))) continue;
        Pass pass;
        pass.on = entry.visible;
        pass.name = entry.name;
        pass.source = Painted{layers[i].pixels, entry.x, entry.y};
        pass.blend = entry.blend;
        pass.strength = entry.opacity;
        pass.foreign = entry.foreign;
        const auto version = versions.find(entry.folder);
        if (version == versions.end()) pass.group = group_for(entry.folder, stack, painting);
        auto& passes = version == versions.end() ? painting.passes : version->second.passes;
        passes.push_back(std::move(pass));
    }
    painting.foreign = std::make_shared<const ForeignFile>(
        ForeignFile{lowest.entry.name, stack.image, stack.stack, lowest.entry.foreign, {}, {}});
    painting = with_seal(with_settled_groups(std::move(painting)), date);
    for (auto& [folder, colouring] : versions) {
        const std::string& name = stack.folders[static_cast<std::size_t>(folder)].name;
        painting = with_version(std::move(painting), name, {}, std::move(colouring));
        // The colouring that the file shows has no name: it gets one that no other version has.
        painting = with_version_renamed(std::move(painting), painting.version, "As saved");
        painting = with_version_renamed(std::move(painting), painting.versions.back().id, name);
    }
    return painting;
}

}  // namespace underpaint
