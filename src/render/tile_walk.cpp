// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/tile_walk.h"

#include <algorithm>
#include <utility>

#include "blend/rows.h"
#include "render/source_fill.h"
#include "render/tiles.h"

namespace underpaint {
void TileWalk::start(const Rect& tile) {
    for (RgbBlock* block : {&state_, &source_}) block->reshape(tile);
    for (FloatBlock* block : {&coverage_, &alpha_}) block->reshape(tile);
    sealed_found_ = false;
}

void TileWalk::begin(const Rect& tile) {
    start(tile);
    recipe_.ground().inside(tile).read_rgb(state_);
}

void TileWalk::begin(const Rect& tile, const RgbBlock& state) {
    start(tile);
    copy_overlap(state_, state);
}

bool TileWalk::lay(std::size_t index) {
    const ReadyPass& ready = recipe_.pass(index);
    if (ready.idle || !cover_reach(ready) || !load(ready)) return false;
    const Pass& pass = *ready.pass;
    const ValueBand& band = pass.reach.band;
    if (!band.whole_scale()) {
        find_sealed();
        alpha_.reshape(state_.area());
        const auto steps = std::as_const(sealed_steps_).samples();
        std::ranges::transform(steps, alpha_.samples().begin(),
                               [&](float s) { return underpaint::coverage(band, s); });
        intersect(alpha_);
    }
    std::span<const float> held;
    if (pass.hold_to == HoldTo::sealed) {
        find_sealed();
        held = std::as_const(sealed_luminance_).samples();
    }
    lay_row({pass.blend, pass.hold}, state_.all(),
            uniform_ ? SourceRow(colour_) : SourceRow(std::as_const(source_).all()),
            {pass.strength,
             everywhere_ ? std::span<const float>() : std::as_const(coverage_).samples()},
            held);
    return true;
}

const RgbBlock& TileWalk::source() {
    if (std::exchange(uniform_, false)) {
        const RgbRow all = source_.all();
        std::ranges::fill(all.r, colour_.r);
        std::ranges::fill(all.g, colour_.g);
        std::ranges::fill(all.b, colour_.b);
    }
    return source_;
}

const FloatBlock& TileWalk::coverage() {
    if (std::exchange(everywhere_, false)) std::ranges::fill(coverage_.samples(), 1.0F);
    return coverage_;
}

const FloatBlock& TileWalk::sealed_steps() {
    find_sealed();
    return sealed_steps_;
}

/// Starts the coverage: what is painted of the union of the parts.
bool TileWalk::cover_reach(const ReadyPass& ready) {
    const Rect& tile = state_.area();
    if (!cover_parts(ready, tile)) return false;
    if (ready.painted == nullptr) return true;
    const Picture& painted = ready.painted->inside(tile);
    if (painted.surely_all(0, tile, 0)) return false;
    if (painted.surely_all(0, tile, 1)) return true;
    alpha_.reshape(tile);
    painted.read_channel(0, tile, alpha_.samples());
    intersect(alpha_);
    return true;
}

/// The union of the parts, or everywhere.
bool TileWalk::cover_parts(const ReadyPass& ready, const Rect& tile) {
    everywhere_ = ready.masks.empty();
    bool any = everywhere_;
    for (SeenPicture* seen : ready.masks) {
        const Picture& mask = seen->inside(tile);
        if (mask.surely_all(0, tile, 0)) continue;
        if (mask.surely_all(0, tile, 1)) return everywhere_ = true;
        mask.read_channel(0, tile, (any ? alpha_ : coverage_).samples());
        if (any) unite_row(coverage_.samples(), std::as_const(alpha_).samples());
        any = true;
    }
    return any;
}

void TileWalk::intersect(const FloatBlock& other) {
    if (std::exchange(everywhere_, false))
        std::ranges::copy(other.samples(), coverage_.samples().begin());
    else
        intersect_row(coverage_.samples(), other.samples());
}

/// Makes the source ready, and takes its alpha into the coverage. False when it has none here.
bool TileWalk::load(const ReadyPass& ready) {
    const Source& source = ready.pass->source;
    uniform_ = false;
    if (ready.pixels != nullptr) {
        const Cover cover = ready.pixels->read(source_, alpha_);
        if (cover == Cover::none) return false;
        if (cover == Cover::some) intersect(alpha_);
    } else if (const auto* tint = std::get_if<Tint>(&source)) {
        uniform_ = true;
        colour_ = tint->colour;
    } else if (const auto* map = std::get_if<GradientMap>(&source)) {
        if (map->of == MapOf::seal) find_sealed();
        map_lightness(map->of == MapOf::seal ? sealed_ : state_, ready.tables);
    } else if (std::holds_alternative<Curve>(source)) {
        apply_curves(ready.tables);
    } else if (const auto* sharpness = std::get_if<Sharpness>(&source)) {
        sharpen(*ready.blurred, sharpness->amount);
    } else if (std::holds_alternative<Underpaint>(source)) {
        recipe_.ground().inside(state_.area()).read_rgb(source_);
    } else if (const auto* grain = std::get_if<Grain>(&source)) {
        fill_grain(*grain, recipe_.shrink(), source_);
    } else if (const auto* glow = std::get_if<Glow>(&source)) {
        if (!fill_glow(*glow, recipe_.shrink(), alpha_)) return false;
        intersect(alpha_);
        uniform_ = true;
        colour_ = glow->colour;
    } else if (const auto* vignette = std::get_if<Vignette>(&source)) {
        if (!fill_vignette(*vignette, recipe_.painting().size(), recipe_.shrink(), alpha_))
            return false;
        intersect(alpha_);
        uniform_ = true;
        colour_ = vignette->colour;
    }
    return true;
}

void TileWalk::map_lightness(const RgbBlock& of, const std::vector<Table>& tables) {
    const auto at = alpha_.samples();
    read_row(Reader::lightness, of.all(), at);
    for (float& v : at) v *= 0.01F;
    const RgbRow to = source_.all();
    table_row(tables[0], at, to.r);
    table_row(tables[1], at, to.g);
    table_row(tables[2], at, to.b);
}

void TileWalk::apply_curves(const std::vector<Table>& tables) {
    const ConstRgbRow from = std::as_const(state_).all();
    const RgbRow to = source_.all();
    table_row(tables[0], from.r, to.r);
    table_row(tables[1], from.g, to.g);
    table_row(tables[2], from.b, to.b);
}

void TileWalk::sharpen(SeenBlurred& seen, float amount) {
    const Rect& tile = state_.area();
    blurred_.reshape(tile);
    seen.inside(tile).read_rgb(blurred_);
    recipe_.ground().inside(tile).read_rgb(source_);
    const auto mix = [&](std::span<float> to, std::span<const float> below,
                         std::span<const float> smooth) {
        for (std::size_t i = 0; i < to.size(); ++i)
            to[i] = std::clamp(below[i] + amount * (to[i] - smooth[i]), 0.0F, 1.0F);
    };
    const RgbRow to = source_.all();
    const ConstRgbRow below = std::as_const(state_).all(), smooth = std::as_const(blurred_).all();
    mix(to.r, below.r, smooth.r);
    mix(to.g, below.g, smooth.g);
    mix(to.b, below.b, smooth.b);
}

void TileWalk::find_sealed() {
    if (std::exchange(sealed_found_, true)) return;
    const Rect& tile = state_.area();
    sealed_.reshape(tile);
    sealed_steps_.reshape(tile);
    sealed_luminance_.reshape(tile);
    recipe_.ground().inside(tile).read_rgb(sealed_);
    luminance_row(std::as_const(sealed_).all(), sealed_luminance_.samples());
    const auto steps = sealed_steps_.samples();
    lightness_row(std::as_const(sealed_luminance_).samples(), steps);
    for (float& step : steps) step = step_of(step);
}

}  // namespace underpaint
