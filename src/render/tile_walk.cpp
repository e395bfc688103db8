// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/tile_walk.h"

#include <algorithm>
#include <utility>

#include "blend/lay_rows.h"
#include "blend/read_rows.h"
#include "blend/table_rows.h"
#include "blend/tune_rows.h"
#include "render/source_tile.h"
#include "render/tiles.h"

namespace underpaint {
void TileWalk::start(const Rect& tile) {
    for (RgbBlock* block : {&state_, &source_}) block->reshape(tile);
    for (FloatBlock* block : {&coverage_, &alpha_, &clip_}) block->reshape(tile);
    sealed_found_ = false;
    group_ = nullptr;
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
    if (ready.idle) return false;
    if (std::exchange(group_, ready.group) != ready.group && group_ != nullptr)
        found_ = made_ = state_;
    if (group_ == nullptr) return lay(ready);
    std::swap(state_, made_);  // later passes of the group see the result of earlier ones
    const bool laid = lay(ready);
    std::swap(state_, made_);
    if (laid) {
        state_ = found_;
        lay_row({BlendMode::normal, 0}, state_.all(), std::as_const(made_).all(),
                {group_->strength, {}});
    }
    return laid;
}

bool TileWalk::lay(const ReadyPass& ready) {
    if (!cover(ready)) return false;
    const Pass& pass = *ready.pass;
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

/// Fills in the coverage and the source. False when it lands nowhere here.
bool TileWalk::cover(const ReadyPass& ready) {
    if (ready.idle) return false;
    bool clips = false;
    if (ready.clip) {
        if (!cover(recipe_.pass(*ready.clip))) return false;
        clips = !everywhere_;
        if (clips) std::swap(coverage_, clip_);
    }
    if (!cover_reach(ready) || !load(ready)) return false;
    if (clips) intersect(clip_);
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

/// Starts the coverage: where the pass may land, whatever its source.
bool TileWalk::cover_reach(const ReadyPass& ready) {
    const bool any = cover_painted(ready);
    if (any) cover_band(ready.pass->reach.band);
    if (!ready.pass->reach.inverted) return any;
    if (!any) return everywhere_ = true;
    if (everywhere_) return false;
    for (float& c : coverage_.samples()) c = 1 - c;
    return true;
}

void TileWalk::cover_band(const ValueBand& band) {
    if (band.whole_scale()) return;
    find_sealed();
    const auto steps = std::as_const(sealed_steps_).samples();
    std::ranges::transform(steps, alpha_.samples().begin(),
                           [&](float s) { return underpaint::coverage(band, s); });
    intersect(alpha_);
}

/// What is painted of the union of the parts.
bool TileWalk::cover_painted(const ReadyPass& ready) {
    const Rect& tile = state_.area();
    if (!cover_parts(ready, tile)) return false;
    if (ready.painted == nullptr) return true;
    const Picture& painted = ready.painted->inside(tile);
    if (painted.surely_all(0, tile, 0)) return false;
    if (painted.surely_all(0, tile, 1)) return true;
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

/// Fills in the source, and takes its alpha into the coverage. False when it has none here.
bool TileWalk::load(const ReadyPass& ready) {
    SourceTile tile{ready, recipe_, state_, *this, source_, alpha_, scratch_, {}};
    const Cover cover =
        std::visit([&](const auto& source) { return fill(source, tile); }, ready.pass->source);
    if (cover == Cover::none) return false;
    if (cover == Cover::some) intersect(alpha_);
    uniform_ = tile.one_colour.has_value();
    if (uniform_) colour_ = *tile.one_colour;
    if (const Tune& tune = ready.pass->tune; tune.changes()) {
        if (uniform_) {
            colour_ = tuned(colour_, tune);
            // A gradient map's colours come from its tables.
        } else if (!std::holds_alternative<GradientMap>(ready.pass->source)) {
            tune_row(source_.all(), tune);
        }
    }
    return true;
}

const RgbBlock& TileWalk::sealed() {
    find_sealed();
    return sealed_;
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
