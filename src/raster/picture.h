// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <span>
#include <variant>
#include <vector>

#include "raster/rgb_block.h"
#include "raster/tile_plane.h"

namespace underpaint {

enum class Depth : std::uint8_t { bits8, bits16 };

/// The channels of a picture. A mask is a `grey` picture whose value is coverage.
enum class Channels : std::uint8_t { grey = 1, grey_alpha = 2, rgb = 3, rgb_alpha = 4 };
constexpr int count_of(Channels c) {
    return static_cast<int>(c);
}
constexpr bool has_alpha(Channels c) {
    return c == Channels::grey_alpha || c == Channels::rgb_alpha;
}
constexpr bool has_colour(Channels c) {
    return c == Channels::rgb || c == Channels::rgb_alpha;
}

constexpr std::size_t bytes_per_pixel(Channels channels, Depth depth) {
    return static_cast<std::size_t>(count_of(channels)) * (depth == Depth::bits8 ? 1 : 2);
}

/// Pixels at rest: encoded sRGB, 8 or 16 bits a channel, straight alpha, in tiles that copies
/// share.
class Picture {
public:
    Picture(Size size, Channels channels, Depth depth, float fill = 0);

    Size size() const { return size_; }
    Channels channels() const { return channels_; }
    Depth depth() const { return depth_; }

    /// One channel as floats 0..1. x .. x + out.size() must lie inside.
    void read_channel(int channel, int x, int y, std::span<float> out) const;
    /// The same for a rectangle, row after row.
    void read_channel(int channel, const Rect& area, std::span<float> out) const;
    /// Rounds to the nearest level; values outside 0..1 and NaN become the nearest end, NaN 0.
    void write_channel(int channel, int x, int y, std::span<const float> in);
    void write_channel(int channel, const Rect& area, std::span<const float> in);

    /// A part of row y as the means of rows 2y and 2y + 1 of a picture of the same kind and twice
    /// the size.
    void write_halved(const Picture& from, int x, int y, int width);

    /// Colour as encoded sRGB; grey is spread over the three channels.
    void read_rgb(int x, int y, RgbRow out) const;
    /// The pixels of the block's area.
    void read_rgb(RgbBlock& out) const;
    /// Writes the first three channels inside the block's area.
    void write_rgb(const RgbBlock& in);
    /// 1 everywhere when the picture has no alpha.
    void read_alpha(int x, int y, std::span<float> out) const;
    void read_alpha(FloatBlock& out) const;

    /// Rows as they stand in files: interleaved samples in this picture's own depth.
    template <class Sample>
    void write_interleaved(int y, std::span<const Sample> samples);
    template <class Sample>
    void read_interleaved(int y, std::span<Sample> samples) const;

    /// True when it is quickly told that one channel is nothing but `level` (0..1) inside `area`.
    bool surely_all(int channel, const Rect& area, float level) const;
    /// Gives back the memory of tiles (all, or those of `area`) that hold one value.
    void settle();
    void settle(const Rect& area);
    /// Gives back the memory of a row of tiles, whose samples are 0 from then on. Other rows may be
    /// read meanwhile.
    void give_up(int tile_row);
    /// Whether all channels of a tile are the very ones that another picture, alike, has.
    bool shares(const Picture& other, int tile) const;
    /// Memory of the pixels, those shared with other pictures included.
    std::size_t bytes() const;

private:
    friend class SqueezedTiles;
    template <class Sample>
    using Planes = std::vector<TilePlane<Sample>>;

    Size size_;
    Channels channels_;
    Depth depth_;
    std::variant<Planes<std::uint8_t>, Planes<std::uint16_t>> planes_;
};

/// The whole picture, or the part of it inside `area`, as floats.
RgbBlock rgb_of(const Picture& picture, const Rect& area);
FloatBlock coverage_of(const Picture& mask, const Rect& area);

/// Whether two pictures are of one size, depth and kind of channels.
bool alike(const Picture& a, const Picture& b);
/// True when two pictures are alike and hold the same levels.
bool same_pixels(const Picture& a, const Picture& b);

/// True when no pixel has colour, whatever the channels say.
bool is_neutral(const Picture& picture);

}  // namespace underpaint
