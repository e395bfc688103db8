// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <array>
#include <cassert>
#include <memory>
#include <span>
#include <vector>

#include "raster/geometry.h"

namespace underpaint {

/// Side of a tile in pixels. Three float planes of it, source and state, fit a 512 KB L2 cache.
inline constexpr int kTileSide = 128;

/// The tiles that cover a picture, row by row.
struct TileGrid {
    Size picture;
    constexpr int columns() const { return (picture.width + kTileSide - 1) / kTileSide; }
    constexpr int rows() const { return (picture.height + kTileSide - 1) / kTileSide; }
    constexpr int count() const { return columns() * rows(); }
    constexpr Rect tile(int index) const {
        return intersection(
            rect_of(picture),
            {index % columns() * kTileSide, index / columns() * kTileSide, kTileSide, kTileSide});
    }
};

/// One channel of a picture, cut into tiles. Copies share their tiles until one is written to.
/// A tile of one value costs no pixels. One thread may write while none reads.
template <class Sample>
class TilePlane {
public:
    explicit TilePlane(Size size, Sample fill = 0)
        : grid_{size}, tiles_(static_cast<std::size_t>(grid_.count()), Tile{nullptr, fill}) {}

    Size size() const { return grid_.picture; }

    Sample at(int x, int y) const {
        const Tile& tile = tile_at(x, y);
        return tile.samples ? (*tile.samples)[inside(x, y)] : tile.value;
    }

    /// Goes along the pixels x .. x + count of row y in runs: stored(done, samples) where they are
    /// kept, all(done, run, value) where they are of one value.
    template <class Stored, class All>
    void along_row(int x, int y, std::size_t count, Stored stored, All all) const {
        for (std::size_t done = 0; done < count;) {
            const int at = x + static_cast<int>(done);
            const std::size_t run = std::min(count - done, left_in_tile(at));
            const Tile& tile = tile_at(at, y);
            if (tile.samples)
                stored(done, std::span(tile.samples->data() + inside(at, y), run));
            else
                all(done, run, tile.value);
            done += run;
        }
    }

    /// Copies the pixels x .. x + out.size() of row y.
    void read_row(int x, int y, std::span<Sample> out) const {
        along_row(
            x, y, out.size(),
            [&](std::size_t done, std::span<const Sample> samples) {
                std::copy(samples.begin(), samples.end(), out.begin() + at(done));
            },
            [&](std::size_t done, std::size_t run, Sample value) {
                std::fill_n(out.begin() + at(done), run, value);
            });
    }

    void write_row(int x, int y, std::span<const Sample> in) {
        for (std::size_t done = 0; done < in.size();) {
            const int at = x + static_cast<int>(done);
            const std::size_t run = std::min(in.size() - done, left_in_tile(at));
            write_run(tile_at(at, y), inside(at, y), in.subspan(done, run));
            done += run;
        }
    }

    /// Goes through the pixels of `area` in runs as long as they lie one after the other in memory:
    /// all rows of a tile at once, else single ones. See along_row(); `done` counts along and down
    /// the area.
    template <class Stored, class All>
    void through(const Rect& area, Stored stored, All all) const {
        if (is_strip(area)) {
            const Tile& tile = tile_at(area.x, area.y);
            const auto count = static_cast<std::size_t>(area.size().area());
            if (tile.samples)
                stored(
                    std::size_t{0},
                    std::span<const Sample>(*tile.samples).subspan(inside(area.x, area.y), count));
            else
                all(std::size_t{0}, count, tile.value);
            return;
        }
        const auto width = static_cast<std::size_t>(area.width);
        for (int y = 0; y < area.height; ++y) {
            const std::size_t before = static_cast<std::size_t>(y) * width;
            along_row(
                area.x, area.y + y, width,
                [&](std::size_t done, auto samples) { stored(before + done, samples); },
                [&](std::size_t done, std::size_t run, Sample value) {
                    all(before + done, run, value);
                });
        }
    }

    /// Calls make(done, samples) for runs of `area` in the same order, to have them filled in.
    template <class Make>
    void overwrite(const Rect& area, Make make) {
        if (is_strip(area)) {
            Tile& tile = tile_at(area.x, area.y);
            own(tile);
            make(std::size_t{0}, std::span<Sample>(*tile.samples)
                                     .subspan(inside(area.x, area.y),
                                              static_cast<std::size_t>(area.size().area())));
            return;
        }
        thread_local std::vector<Sample> row;
        row.resize(static_cast<std::size_t>(area.width));
        for (int y = 0; y < area.height; ++y) {
            make(static_cast<std::size_t>(y) * row.size(), std::span<Sample>(row));
            write_row(area.x, area.y + y, row);
        }
    }

    /// Gives back the memory of a row of tiles, whose pixels are 0 from then on. Other rows may be
    /// read meanwhile.
    void give_up(int row) {
        const auto columns = static_cast<std::size_t>(grid_.columns());
        std::ranges::fill(
            std::span(tiles_).subspan(static_cast<std::size_t>(row) * columns, columns),
            Tile{nullptr, 0});
    }

    /// Whether a tile is the very one that another plane of the same size has.
    bool shares(const TilePlane& other, int tile) const {
        const Tile &mine = tiles_[at_index(tile)], &theirs = other.tiles_[at_index(tile)];
        return mine.samples == theirs.samples && (mine.samples || mine.value == theirs.value);
    }
    /// All samples of a tile, row by row, with those beyond the picture's border; empty where they
    /// are of one value.
    std::span<const Sample> stored(int tile) const {
        const Tile& at = tiles_[at_index(tile)];
        return at.samples ? std::span<const Sample>(*at.samples) : std::span<const Sample>();
    }
    Sample value(int tile) const { return tiles_[at_index(tile)].value; }
    void store(int tile, Sample value) { tiles_[at_index(tile)] = {nullptr, value}; }
    /// Samples of its own for a tile, still to be written.
    std::span<Sample> store(int tile) {
        Tile& at = tiles_[at_index(tile)];
        at.samples = std::make_shared_for_overwrite<Samples>();
        return *at.samples;
    }

    /// True when every pixel of `area` is `value` and that can be told without reading pixels.
    bool surely_all(const Rect& area, Sample value) const {
        const Rect in = intersection(area, rect_of(size()));
        for (int y = in.y; y < in.bottom(); y = (y / kTileSide + 1) * kTileSide)
            for (int x = in.x; x < in.right(); x = (x / kTileSide + 1) * kTileSide) {
                const Tile& tile = tile_at(x, y);
                if (tile.samples || tile.value != value) return false;
            }
        return true;
    }

    /// Gives back the memory of tiles that turned out to hold one value.
    void settle() {
        for (std::size_t index = 0; index < tiles_.size(); ++index) settle_tile(index);
    }
    /// The same for the tiles of `area` alone.
    void settle(const Rect& area) {
        for (int y = area.y; y < area.bottom(); y = (y / kTileSide + 1) * kTileSide)
            for (int x = area.x; x < area.right(); x = (x / kTileSide + 1) * kTileSide)
                settle_tile(index(x, y));
    }

    /// Memory of the pixels, those shared with other planes included.
    std::size_t bytes() const {
        return sizeof(Samples) * static_cast<std::size_t>(std::ranges::count_if(
                                     tiles_, [](const Tile& t) { return t.samples != nullptr; }));
    }

private:
    using Samples = std::array<Sample, std::size_t{kTileSide} * kTileSide>;
    struct Tile {
        std::shared_ptr<Samples> samples;  // null: every pixel is `value`
        Sample value;
    };

    /// Whether its pixels are rows of one tile, all across.
    static bool is_strip(const Rect& area) {
        return area.width == kTileSide && area.x % kTileSide == 0 && !area.empty() &&
               area.y / kTileSide == (area.bottom() - 1) / kTileSide;
    }
    static std::size_t at_index(int tile) { return static_cast<std::size_t>(tile); }
    static std::ptrdiff_t at(std::size_t offset) { return static_cast<std::ptrdiff_t>(offset); }
    static std::size_t inside(int x, int y) {
        return static_cast<std::size_t>(y % kTileSide) * kTileSide +
               static_cast<std::size_t>(x % kTileSide);
    }
    static std::size_t left_in_tile(int x) {
        return static_cast<std::size_t>(kTileSide - x % kTileSide);
    }
    std::size_t index(int x, int y) const {
        assert(x >= 0 && y >= 0 && x < size().width && y < size().height);
        return static_cast<std::size_t>(y / kTileSide * grid_.columns() + x / kTileSide);
    }
    const Tile& tile_at(int x, int y) const { return tiles_[index(x, y)]; }
    Tile& tile_at(int x, int y) { return tiles_[index(x, y)]; }

    /// Only the pixels inside the picture count: a tile at its border has others.
    void settle_tile(std::size_t index) {
        Tile& tile = tiles_[index];
        if (!tile.samples) return;
        const Rect area = grid_.tile(static_cast<int>(index));
        const auto width = static_cast<std::size_t>(area.width);
        const Sample value = tile.samples->front();
        for (int y = 0; y < area.height; ++y) {
            const auto row = std::span<const Sample>(*tile.samples).subspan(inside(0, y), width);
            if (!std::ranges::all_of(row, [&](Sample v) { return v == value; })) return;
        }
        tile = {nullptr, value};
    }

    /// Gives the tile samples of its own.
    static void own(Tile& tile) {
        if (!tile.samples) {
            tile.samples = std::make_shared_for_overwrite<Samples>();
            tile.samples->fill(tile.value);
        } else if (tile.samples.use_count() > 1) {
            tile.samples = std::make_shared<Samples>(*tile.samples);
        }
    }

    static void write_run(Tile& tile, std::size_t at, std::span<const Sample> in) {
        if (!tile.samples && std::ranges::all_of(in, [&](Sample v) { return v == tile.value; }))
            return;
        own(tile);
        std::copy(in.begin(), in.end(), tile.samples->begin() + static_cast<std::ptrdiff_t>(at));
    }

    TileGrid grid_;
    std::vector<Tile> tiles_;
};

}  // namespace underpaint
