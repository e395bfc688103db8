// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/resample.h"

#include <cmath>
#include <utility>

#include "render/view.h"

namespace underpaint {
namespace {

/// What pixels of the view take from one axis of the picture: for each some neighbours, weighted.
struct Taps {
    int first = 0, last = -1;  // the range of source pixels that is read
    struct Tap {
        int begin = 0, count = 0;
    };
    std::vector<Tap> taps;
    std::size_t most = 1;        // the largest number of taps of one pixel
    std::vector<float> weights;  // `most` for each pixel; those beyond its count are 0

    int length() const { return last - first + 1; }
    bool none() const { return last < first; }
    const float* weights_of(std::size_t pixel) const { return weights.data() + pixel * most; }
};

enum class Border {
    stretch,  ///< pixels that reach beyond the picture are the mean of what is inside
    clear,    ///< nothing is there
};

/// At most so many pixels of the picture lie under one of the view.
std::size_t most_neighbours(const AxisMap& map) {
    return static_cast<std::size_t>(std::ceil(std::max(1.0, std::fabs(map.by)))) + 1;
}

/// Pixel i of the view, begin <= i < begin + count, lies at map(i .. i + 1) of an axis that is
/// `extent` long; the last pixel on it may be a part of one.
Taps taps_for(const AxisMap& map, int begin, int count, double extent, Border border) {
    constexpr double whole = 1e-6;  // smaller shares come from rounding
    const int length = static_cast<int>(std::ceil(extent));
    Taps result;
    result.first = length;
    result.most = most_neighbours(map);
    for (int i = begin; i < begin + count; ++i) {
        double from = map.at + map.by * i, to = map.at + map.by * (i + 1);
        if (from > to) std::swap(from, to);
        if (to - from < 1) {  // enlarged: a window of one pixel, which mixes two
            const double middle = (from + to) / 2;
            from = middle - 0.5, to = middle + 0.5;
            if (border == Border::stretch) {
                from = std::clamp(from, 0.0, length - 1.0);
                to = from + 1;
            }
        }
        const double width = to - from;
        Taps::Tap tap;
        const std::size_t weights = result.weights.size();
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
            for (std::size_t w = weights; w < result.weights.size(); ++w)
                result.weights[w] /= static_cast<float>(sum);
        result.weights.resize(weights + result.most, 0.0F);
        if (tap.count > 0) {
            result.first = std::min(result.first, tap.begin);
            result.last = std::max(result.last, tap.begin + tap.count - 1);
        }
        result.taps.push_back(tap);
    }
    for (Taps::Tap& tap : result.taps)
        if (tap.count == 0) tap.begin = result.first;
    return result;
}

/// One row across: for each pixel the sum of `most` neighbours, of which there are that many beyond
/// the end of the row too.
template <std::size_t most>
void take_across(const Taps& taps, const float* row, float* out) {
    const std::size_t count = most > 0 ? most : taps.most;
    for (std::size_t x = 0; x < taps.taps.size(); ++x) {
        const float* weights = taps.weights.data() + x * count;
        const float* from = row + (taps.taps[x].begin - taps.first);
        float value = 0;
        for (std::size_t s = 0; s < count; ++s) value += weights[s] * from[s];
        out[x] = value;
    }
}
void take_across(const Taps& taps, const float* row, float* out) {
    switch (taps.most) {
        case 2: return take_across<2>(taps, row, out);
        case 3: return take_across<3>(taps, row, out);
        default: return take_across<0>(taps, row, out);
    }
}

/// What gather() makes of rows that are 1 throughout.
void gather_whole(const Taps& across, const Taps& down, FloatBlock& out, bool swapped) {
    std::vector<float> sum(static_cast<std::size_t>(across.length()) + across.most),
        taken(across.taps.size());
    for (std::size_t y = 0; y < down.taps.size(); ++y) {
        float share = 0;
        for (int s = 0; s < down.taps[y].count; ++s) share += down.weights_of(y)[s];
        std::fill_n(sum.begin(), across.length(), share);
        take_across(across, sum.data(), taken.data());
        for (std::size_t x = 0; x < taken.size(); ++x)
            swapped ? out.row(static_cast<int>(x))[y] = taken[x]
                    : out.row(static_cast<int>(y))[x] = taken[x];
    }
}

/// Both axes onto one plane: `read` fills a row of the picture from taps.first on.
template <class ReadRow>
void gather(const Taps& across, const Taps& down, ReadRow read, FloatBlock& out, bool swapped) {
    const auto width = static_cast<std::size_t>(across.length());
    std::vector<float> row(width), sum(width + across.most), taken(across.taps.size());
    // Rows are read in order, or in reverse if the picture is upside down, and few pixels of the
    // view share one: the last is kept.
    int kept = -1;
    for (std::size_t y = 0; y < down.taps.size(); ++y) {
        const Taps::Tap& rows = down.taps[y];
        std::ranges::fill(sum, 0.0F);
        for (int s = 0; s < rows.count; ++s) {
            if (kept != rows.begin + s) read(kept = rows.begin + s, std::span(row));
            const float share = down.weights_of(y)[s];
            for (std::size_t x = 0; x < width; ++x) sum[x] += share * row[x];
        }
        if (!swapped) {
            take_across(across, sum.data(), out.row(static_cast<int>(y)).data());
            continue;
        }
        take_across(across, sum.data(), taken.data());
        for (std::size_t x = 0; x < taken.size(); ++x) out.row(static_cast<int>(x))[y] = taken[x];
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

/// A placed picture at the level that its pixels are taken from.
struct PlacedLevel {
    Pyramid::Level pixels;
    AxisMap x, y;
    double wide, high;  // in pixels of the level; the last one may be partial
    bool swapped;
    bool plain;  // pixels of the view and of the picture coincide

    PlacedLevel(const Pyramid& from, const Placement& placement, double shrink) {
        const int level = level_for_shrink(from, shrink / placement.scale);
        const PlacementMap map = map_of(placement, from.size());
        pixels = from.level(level);
        x = on_level(map.across, shrink, level), y = on_level(map.down, shrink, level);
        wide = from.size().width / shrink_of_level(level);
        high = from.size().height / shrink_of_level(level);
        swapped = map.swapped;
        // At scale 1 a picture ends at a whole pixel of each level, as the painting does.
        plain = placement.scale == 1 && !swapped && aligned(x) && aligned(y);
    }
};

/// Whether any pixel of begin .. begin + count lies on an axis that is `extent` long, or beside it.
bool meets(const AxisMap& map, int begin, int count, double extent) {
    const double from = map.at + map.by * begin, to = from + map.by * count;
    return std::max(from, to) >= -1 && std::min(from, to) <= extent + 1;
}

/// What of the picture lies on a tile, in pixels of the tile's view.
Rect seen_of(const Picture& picture, int left, int top, const Rect& tile) {
    return intersection(tile, {-left, -top, picture.size().width, picture.size().height});
}

/// Whether the picture is clear all over `seen`.
bool surely_clear(const Picture& picture, int left, int top, const Rect& seen) {
    return seen.empty() ||
           (has_alpha(picture.channels()) &&
            picture.surely_all(count_of(picture.channels()) - 1,
                               {seen.x + left, seen.y + top, seen.width, seen.height}, 0));
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
    const PlacedLevel on(from, placement, shrink);
    const Picture& pixels = *on.pixels;
    const Rect& tile = colour.area();
    if (on.plain)
        return read_placed(pixels, static_cast<int>(on.x.at), static_cast<int>(on.y.at), colour,
                           alpha);
    Taps across = taps_for(on.x, tile.x, tile.width, on.swapped ? on.high : on.wide, Border::clear);
    Taps down = taps_for(on.y, tile.y, tile.height, on.swapped ? on.wide : on.high, Border::clear);
    if (across.none() || down.none()) return Cover::none;
    if (on.swapped) std::swap(across, down);

    if (has_alpha(pixels.channels()))
        gather(
            across, down,
            [&](int row, std::span<float> out) {
                pixels.read_channel(count_of(pixels.channels()) - 1, across.first, row, out);
            },
            alpha, on.swapped);
    else
        gather_whole(across, down, alpha, on.swapped);

    // Clear pixels do not count toward the colour: channels are weighted by alpha, then divided by
    // it.
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
            plane, on.swapped);
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

bool may_be_seen(const Pyramid& from, const Placement& placement, double shrink, const Rect& tile) {
    const PlacedLevel on(from, placement, shrink);
    if (on.plain) {
        const int left = static_cast<int>(on.x.at), top = static_cast<int>(on.y.at);
        return !surely_clear(*on.pixels, left, top, seen_of(*on.pixels, left, top, tile));
    }
    return meets(on.x, tile.x, tile.width, on.swapped ? on.high : on.wide) &&
           meets(on.y, tile.y, tile.height, on.swapped ? on.wide : on.high);
}

Cover read_placed(const Picture& from, int left, int top, RgbBlock& colour, FloatBlock& alpha) {
    const Rect& tile = colour.area();
    const Rect seen = seen_of(from, left, top, tile);
    if (surely_clear(from, left, top, seen)) return Cover::none;
    const Rect there{seen.x + left, seen.y + top, seen.width, seen.height};
    const bool weighted = has_alpha(from.channels());
    const int last = count_of(from.channels()) - 1;
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
