// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/tile_walk.h"

#include <algorithm>
#include <cmath>
#include <utility>

#include "blend/rows.h"

namespace underpaint {

TileWalk::TileWalk(const Painting& painting, int level, const Rect& tile)
    : painting_(painting), level_(level), state_(rgb_of(painting.ground()->level(level), tile)) {}

bool TileWalk::lay(std::size_t index) {
    const Pass& pass = painting_.passes[index];
    if (pass.does_nothing() || !find_coverage(pass)) return false;

    const Laying how{pass.blend, pass.hold};
    for (int y = 0; y < state_.area().height; ++y)
        lay_row(how, state_.row(y), std::as_const(source_).row(y),
                {pass.strength, coverage_.row(y)}, held_luminance(pass, y));
    return true;
}

const FloatBlock& TileWalk::sealed_steps() {
    if (sealed_steps_.area().empty()) {
        const RgbBlock sealed = rgb_of(painting_.ground()->level(level_), state_.area());
        sealed_steps_ = FloatBlock(state_.area());
        sealed_luminance_ = FloatBlock(state_.area());
        for (int y = 0; y < state_.area().height; ++y) {
            luminance_row(sealed.row(y), sealed_luminance_.row(y));
            const auto steps = sealed_steps_.row(y);
            lightness_row(std::as_const(sealed_luminance_).row(y), steps);
            for (float& step : steps) step = step_of(step);
        }
    }
    return sealed_steps_;
}

bool TileWalk::find_coverage(const Pass& pass) {
    if (!cover_parts(pass) || !load_source(pass)) return false;
    if (!pass.reach.band.whole_scale()) cover_band(pass.reach.band);
    return true;
}

/// Starts the coverage: the union of the parts, or everywhere.
bool TileWalk::cover_parts(const Pass& pass) {
    const Rect& tile = state_.area();
    const auto& parts = pass.reach.parts;
    coverage_ = FloatBlock(tile, parts.empty() ? 1.0F : 0.0F);
    bool any = parts.empty();
    std::vector<float> row(static_cast<std::size_t>(tile.width));
    for (const PartId id : parts) {
        const Part* part = painting_.part(id);
        if (part == nullptr) continue;
        const Picture& mask = part->mask->level(level_);
        if (mask.surely_all(0, tile, 0)) continue;
        any = true;
        for (int y = 0; y < tile.height; ++y) {
            mask.read_channel(0, tile.x, tile.y + y, row);
            const auto covered = coverage_.row(y);
            for (std::size_t x = 0; x < row.size(); ++x) covered[x] = std::max(covered[x], row[x]);
        }
    }
    return any;
}

void TileWalk::cover_band(const ValueBand& band) {
    const FloatBlock& steps = sealed_steps();
    const auto covered = coverage_.samples();
    for (std::size_t i = 0; i < covered.size(); ++i)
        if (covered[i] > 0) covered[i] *= underpaint::coverage(band, steps.samples()[i]);
}

bool TileWalk::load_source(const Pass& pass) {
    const Rect& tile = state_.area();
    if (source_.area() != tile) source_ = RgbBlock(tile);
    if (const auto* painted = std::get_if<Painted>(&pass.source)) return load_painted(*painted);
    const Rgb colour = std::get<Tint>(pass.source).colour;
    for (int y = 0; y < tile.height; ++y) {
        const RgbRow row = source_.row(y);
        std::ranges::fill(row.r, colour.r);
        std::ranges::fill(row.g, colour.g);
        std::ranges::fill(row.b, colour.b);
    }
    return true;
}

bool TileWalk::load_painted(const Painted& painted) {
    const Rect& tile = state_.area();
    const Picture& pixels = painted.pixels->level(level_);
    // Halved offsets are rounded down: at most a pixel of the screen off while zoomed out.
    const int left = painted.x >> level_, top = painted.y >> level_;
    const Rect seen = intersection(tile, {left, top, pixels.size().width, pixels.size().height});
    if (seen.empty()) return false;

    std::vector<float> alpha(static_cast<std::size_t>(seen.width));
    for (int y = 0; y < tile.height; ++y) {
        const auto covered = coverage_.row(y);
        if (tile.y + y < seen.y || tile.y + y >= seen.bottom()) {
            std::ranges::fill(covered, 0.0F);
            continue;
        }
        const auto skip = static_cast<std::size_t>(seen.x - tile.x), run = alpha.size();
        const RgbRow row = source_.row(y);
        const int from_x = seen.x - left, from_y = tile.y + y - top;
        pixels.read_rgb(
            from_x, from_y,
            {row.r.subspan(skip, run), row.g.subspan(skip, run), row.b.subspan(skip, run)});
        pixels.read_alpha(from_x, from_y, alpha);
        std::fill_n(covered.begin(), skip, 0.0F);
        for (std::size_t x = 0; x < run; ++x) covered[skip + x] *= alpha[x];
        std::fill(covered.begin() + static_cast<std::ptrdiff_t>(skip + run), covered.end(), 0.0F);
    }
    return true;
}

/// Empty when the pass holds to what it finds.
std::span<const float> TileWalk::held_luminance(const Pass& pass, int row) {
    if (pass.hold_to == HoldTo::found) return {};
    sealed_steps();
    return std::as_const(sealed_luminance_).row(row);
}

}  // namespace underpaint
