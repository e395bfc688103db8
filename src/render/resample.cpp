// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/resample.h"

#include <cmath>
#include <utility>

#include "render/view.h"

namespace underpaint {
namespace {

/// What pixels of the view take from one axis of the picture: for each some neighbours, weighted.
struct Taps {
    int first = 0, last = -1;  // the picture's pixels that are needed at all
    struct Tap {
        int begin = 0;
        std::size_t weights = 0;  // where they start in `weights`
        int count = 0;
    };
    std::vector<Tap> taps;
    std::vector<float> weights;

    int length() const { return last - first + 1; }
    bool none() const { return last < first; }
};

enum class Border {
    stretch,  ///< pixels that reach beyond the picture are the mean of what is inside
    clear,    ///< nothing is there
};

/// Pixel i of the view, begin <= i < begin + count, lies at map(i .. i + 1) of an axis that is
/// `extent` long; the last pixel on it may be a part of one.
Taps taps_for(const AxisMap& map, int begin, int count, double extent, Border border) {
    constexpr double whole = 1e-6;  // shares below it are rounding
    const int length = static_cast<int>(std::ceil(extent));
    Taps result;
    result.first = length;
    for (int i = begin; i < begin + count; ++i) {
        double from = map.at + map.by * i, to = map.at + map.by * (i + 1);
        if (from > to) std::swap(from, to);
        if (to - from < 1) {  // larger than life: as wide as one pixel, which mixes two
            const double middle = (from + to) / 2;
            from = middle - 0.5, to = middle + 0.5;
            if (border == Border::stretch) {
                from = std::clamp(from, 0.0, length - 1.0);
                to = from + 1;
            }
        }
        const double width = to - from;
        Taps::Tap tap{0, result.weights.size(), 0};
        const int low = std::max(0, static_cast<int>(std::floor(from + whole)));
        const int high = std::min(length - 1, static_cast<int>(std::ceil(to - whole)) - 1);
        double sum = 0;
        for (int s = low; s <= high; ++s) {
            const double end = std::min({to, s + 1.0, extent});
            const double share = std::max(0.0, end - std::max<double>(from, s)) / width;
            if (tap.count++ == 0) tap.begin = s;
            result.weights.push_back(static_cast<float>(share));
            sum += share;
        }
        if (border == Border::stretch && tap.count > 0)
            for (std::size_t w = tap.weights; w < result.weights.size(); ++w)
                result.weights[w] /= static_cast<float>(sum);
        if (tap.count > 0) {
            result.first = std::min(result.first, tap.begin);
            result.last = std::max(result.last, tap.begin + tap.count - 1);
        }
        result.taps.push_back(tap);
    }
    return result;
}

/// Both axes onto one plane: `read` fills a row of the picture from taps.first on.
template <class ReadRow>
void gather(const Taps& across, const Taps& down, ReadRow read, FloatBlock& out, bool swapped) {
    const auto width = static_cast<std::size_t>(across.length());
    std::vector<float> row(width), sum(width);
    // Rows come in order, or against it when the picture is upside down, and are shared by few
    // pixels of the view: one is kept.
    int kept = -1;
    for (std::size_t y = 0; y < down.taps.size(); ++y) {
        const Taps::Tap& rows = down.taps[y];
        std::ranges::fill(sum, 0.0F);
        for (int s = 0; s < rows.count; ++s) {
            if (kept != rows.begin + s) read(kept = rows.begin + s, std::span(row));
            const float share = down.weights[rows.weights + static_cast<std::size_t>(s)];
            for (std::size_t x = 0; x < width; ++x) sum[x] += share * row[x];
        }
        for (std::size_t x = 0; x < across.taps.size(); ++x) {
            const Taps::Tap& tap = across.taps[x];
            float value = 0;
            for (int s = 0; s < tap.count; ++s)
                value += across.weights[tap.weights + static_cast<std::size_t>(s)] *
                         sum[static_cast<std::size_t>(tap.begin + s - across.first)];
            if (swapped)
                out.row(static_cast<int>(x))[y] = value;
            else
                out.row(static_cast<int>(y))[x] = value;
        }
    }
}

/// The level to take pixels from where one of the view stands for `shrink` of the picture.
int level_for_shrink(const Pyramid& from, double shrink) {
    int level = 0;
    while (shrink_of_level(level + 1) <= shrink * (1 + 1e-9) &&
           halved(from.size(), level).area() > 1)
        ++level;
    return level;
}

/// A map from pixels of the view to those of a level, given one from the painting to the picture.
AxisMap on_level(const AxisMap& map, double shrink, int level) {
    const double size = shrink_of_level(level);
    return {map.at / size, map.by * shrink / size};
}

/// Whether pixels of the view are pixels of the level.
bool aligned(const AxisMap& map) {
    return map.by == 1 && map.at == std::round(map.at) && std::fabs(map.at) < 1e9;
}

}  // namespace

void resample(const Pyramid& from, double shrink, const Rect& tile, Picture& to) {
    const int level = level_for_shrink(from, shrink);
    const Pyramid::Level kept = from.level(level);
    const Picture& pixels = *kept;
    const AxisMap map = on_level({}, shrink, level);
    const Taps across = taps_for(map, tile.x, tile.width, pixels.size().width, Border::stretch);
    const Taps down = taps_for(map, tile.y, tile.height, pixels.size().height, Border::stretch);
    FloatBlock block(tile);
    for (int c = 0; c < count_of(pixels.channels()); ++c) {
        gather(
            across, down,
            [&](int y, std::span<float> row) { pixels.read_channel(c, across.first, y, row); },
            block, false);
        to.write_channel(c, tile, std::as_const(block).samples());
    }
}

Cover resample(const Pyramid& from, const Placement& placement, double shrink, RgbBlock& colour,
               FloatBlock& alpha) {
    const int level = level_for_shrink(from, shrink / placement.scale);
    const Pyramid::Level kept = from.level(level);
    const Picture& pixels = *kept;
    const PlacementMap map = map_of(placement, from.size());
    const Rect& tile = colour.area();
    const AxisMap x = on_level(map.across, shrink, level), y = on_level(map.down, shrink, level);
    // At their own scale pictures end as the painting does when it is halved, at a whole pixel.
    if (placement.scale == 1 && !map.swapped && aligned(x) && aligned(y))
        return read_placed(pixels, static_cast<int>(x.at), static_cast<int>(y.at), colour, alpha);
    const double wide = from.size().width / shrink_of_level(level),
                 high = from.size().height / shrink_of_level(level);
    Taps across = taps_for(x, tile.x, tile.width, map.swapped ? high : wide, Border::clear);
    Taps down = taps_for(y, tile.y, tile.height, map.swapped ? wide : high, Border::clear);
    if (across.none() || down.none()) return Cover::none;
    if (map.swapped) std::swap(across, down);

    gather(
        across, down,
        [&](int row, std::span<float> out) {
            if (has_alpha(pixels.channels()))
                pixels.read_channel(count_of(pixels.channels()) - 1, across.first, row, out);
            else
                std::ranges::fill(out, 1.0F);
        },
        alpha, map.swapped);

    // Clear pixels have no say in the colour: channels are weighted by alpha, then freed of it.
    FloatBlock plane(tile);
    std::vector<float> weight(static_cast<std::size_t>(across.length()));
    const bool weighted = has_alpha(pixels.channels());
    const bool grey = !has_colour(pixels.channels());
    for (int c = 0; c < (grey ? 1 : 3); ++c) {
        gather(
            across, down,
            [&](int row, std::span<float> out) {
                pixels.read_channel(c, across.first, row, out);
                if (!weighted) return;
                pixels.read_alpha(across.first, row, weight);
                for (std::size_t i = 0; i < out.size(); ++i) out[i] *= weight[i];
            },
            plane, map.swapped);
        const auto from_samples = std::as_const(plane).samples();
        const auto alphas = std::as_const(alpha).samples();
        const RgbRow all = colour.all();
        const std::span<float> to = c == 0 ? all.r : c == 1 ? all.g : all.b;
        for (std::size_t i = 0; i < to.size(); ++i)
            to[i] = alphas[i] > 0 ? std::min(from_samples[i] / alphas[i], 1.0F) : 0.0F;
    }
    if (grey) {
        const RgbRow all = colour.all();
        std::ranges::copy(all.r, all.g.begin());
        std::ranges::copy(all.r, all.b.begin());
    }
    return Cover::some;
}

Cover read_placed(const Picture& from, int left, int top, RgbBlock& colour, FloatBlock& alpha) {
    const Rect& tile = colour.area();
    const Rect seen = intersection(tile, {-left, -top, from.size().width, from.size().height});
    const Rect there{seen.x + left, seen.y + top, seen.width, seen.height};
    const bool weighted = has_alpha(from.channels());
    const int last = count_of(from.channels()) - 1;
    if (seen.empty() || (weighted && from.surely_all(last, there, 0))) return Cover::none;
    const bool all = seen == tile && (!weighted || from.surely_all(last, there, 1));
    if (seen == tile && there == tile) {
        from.read_rgb(colour);
        if (!all) from.read_alpha(alpha);
        return all ? Cover::all : Cover::some;
    }
    const auto skip = static_cast<std::size_t>(seen.x - tile.x);
    const auto run = static_cast<std::size_t>(seen.width);
    std::ranges::fill(alpha.samples(), 0.0F);
    for (int y = seen.y; y < seen.bottom(); ++y) {
        const RgbRow row = colour.row(y - tile.y);
        from.read_rgb(
            there.x, y + top,
            {row.r.subspan(skip, run), row.g.subspan(skip, run), row.b.subspan(skip, run)});
        if (!all) from.read_alpha(there.x, y + top, alpha.row(y - tile.y).subspan(skip, run));
    }
    return all ? Cover::all : Cover::some;
}

}  // namespace underpaint
