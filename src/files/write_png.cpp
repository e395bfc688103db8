// SPDX-License-Identifier: GPL-3.0-or-later
#include <libdeflate.h>

#include <array>
#include <atomic>
#include <memory>
#include <optional>

#include "files/deflate.h"
#include "files/png.h"
#include "files/png_filters.h"

namespace underpaint {
namespace {

/// The last few per cent of size are worth the wait on a small picture only.
constexpr std::int64_t kSmall = 4'000'000;
constexpr int kLevelOfSmall = 7, kLevelOfLarge = 1;
constexpr std::size_t kBandBytes = 4'000'000;

using Compressor = std::unique_ptr<libdeflate_compressor, decltype(&libdeflate_free_compressor)>;
Compressor compressor_of(int level) {
    return {libdeflate_alloc_compressor(level), libdeflate_free_compressor};
}

/// The rows of a picture as PNG has them: interleaved, the high byte of 16 bits first.
class Rows {
public:
    explicit Rows(const Picture& picture)
        : picture_(picture),
          samples_(static_cast<std::size_t>(picture.size().width) *
                   static_cast<std::size_t>(count_of(picture.channels()))),
          deep_(picture.depth() == Depth::bits16) {}

    int count() const { return picture_.size().height; }
    std::size_t bytes() const { return samples_ * (deep_ ? 2 : 1); }
    std::size_t pixel() const {
        return static_cast<std::size_t>(count_of(picture_.channels())) * (deep_ ? 2 : 1);
    }
    void read(int y, std::span<std::uint8_t> row) {
        if (!deep_) return picture_.read_interleaved(y, row);
        wide_.resize(samples_);
        picture_.read_interleaved(y, std::span(wide_));
        for (std::size_t i = 0; i < samples_; ++i) {
            row[2 * i] = static_cast<std::uint8_t>(wide_[i] >> 8);
            row[2 * i + 1] = static_cast<std::uint8_t>(wide_[i]);
        }
    }

private:
    const Picture& picture_;
    std::size_t samples_;
    bool deep_;
    std::vector<std::uint16_t> wide_;
};

/// Rows `from` .. `to`, filtered, each behind the number of its filter.
void filter_rows(Rows rows, PngFilter filter, int from, int to, std::span<std::uint8_t> result) {
    std::vector<std::uint8_t> row(rows.bytes()), above(rows.bytes());
    if (from > 0) rows.read(from - 1, above);
    for (int y = from; y < to; ++y) {
        rows.read(y, row);
        const auto line =
            result.subspan(static_cast<std::size_t>(y - from) * (row.size() + 1), row.size() + 1);
        line[0] = static_cast<std::uint8_t>(filter);
        filter_row(filter, row, above, rows.pixel(), line.subspan(1));
        std::swap(row, above);
    }
}

/// The filter that packs some bands of the picture best: which one that is differs from picture to
/// picture by a fifth of the size, and rarely from row to row.
PngFilter best_filter(const Rows& rows) {
    constexpr int bands = 4, band = 24, level = 3;
    const Compressor compressor = compressor_of(level);
    if (!compressor) return PngFilter::sub;
    std::array<std::size_t, 5> sizes{};
    std::vector<std::uint8_t> filtered((rows.bytes() + 1) * band), packed;
    for (int i = 0; i < bands; ++i) {
        const int from = static_cast<int>(std::int64_t{rows.count()} * (2 * i + 1) / (2 * bands));
        const int to = std::min(from + band, rows.count());
        const auto some =
            std::span(filtered).first((rows.bytes() + 1) * static_cast<std::size_t>(to - from));
        packed.resize(libdeflate_zlib_compress_bound(compressor.get(), some.size()));
        for (std::size_t filter = 0; filter < sizes.size(); ++filter) {
            filter_rows(rows, static_cast<PngFilter>(filter), from, to, some);
            sizes[filter] += libdeflate_zlib_compress(compressor.get(), some.data(), some.size(),
                                                      packed.data(), packed.size());
        }
    }
    return static_cast<PngFilter>(std::ranges::min_element(sizes) - sizes.begin());
}

void put(Bytes& to, std::uint32_t number) {
    for (const int shift : {24, 16, 8, 0}) to.push_back(static_cast<std::byte>(number >> shift));
}

/// Its length and its name.
void begin_chunk(Bytes& png, const char (&name)[5], std::size_t length) {
    put(png, static_cast<std::uint32_t>(length));
    for (const char c : std::string_view(name)) png.push_back(static_cast<std::byte>(c));
}
/// Over the name and the `length` bytes after it, which were put last.
void end_chunk(Bytes& png, std::size_t length) {
    put(png, libdeflate_crc32(0, png.data() + png.size() - length - 4, length + 4));
}

void put_header(Bytes& png, const Picture& picture) {
    begin_chunk(png, "IHDR", 13);
    put(png, static_cast<std::uint32_t>(picture.size().width));
    put(png, static_cast<std::uint32_t>(picture.size().height));
    png.push_back(std::byte{picture.depth() == Depth::bits16 ? std::uint8_t{16} : std::uint8_t{8}});
    const bool colour = has_colour(picture.channels()), alpha = has_alpha(picture.channels());
    png.push_back(static_cast<std::byte>((colour ? 2 : 0) + (alpha ? 4 : 0)));
    png.insert(png.end(), 3, std::byte{0});  // deflate, the usual filters, not interlaced
    end_chunk(png, 13);
    begin_chunk(png, "sRGB", 1);
    png.push_back(std::byte{1});  // relative colorimetric
    end_chunk(png, 1);
}

/// Gives back the rows of tiles that no band of rows has to be read from any more.
class GivingUp {
public:
    GivingUp(Picture& picture, int band_rows)
        : picture_(picture), left_(static_cast<std::size_t>(TileGrid{picture.size()}.rows())) {
        const int height = picture.size().height;
        for (int from = 0; from < height; from += band_rows)
            for_tile_rows(from, std::min(from + band_rows, height), [](auto& left) { ++left; });
    }
    /// By any thread.
    void done(int from, int to) {
        for_tile_rows(from, to, [this](auto& left) {
            if (--left == 0) picture_.give_up(static_cast<int>(&left - left_.data()));
        });
    }

private:
    /// Filters look at the row above, too.
    template <class Each>
    void for_tile_rows(int from, int to, Each each) {
        for (int row = std::max(0, from - 1) / kTileSide; row <= (to - 1) / kTileSide; ++row)
            each(left_[static_cast<std::size_t>(row)]);
    }

    Picture& picture_;
    std::vector<std::atomic<int>> left_;  // bands
};

/// \param given_up the picture, where it is not wanted any more
Result<Bytes> write(const std::string& file, const Picture& picture, PngEffort effort,
                    Picture* given_up) {
    const bool quick = effort == PngEffort::quick;
    const PngFilter filter = quick ? PngFilter::none : best_filter(Rows(picture));
    const int level = quick                            ? kQuickLevel
                      : picture.size().area() < kSmall ? kLevelOfSmall
                                                       : kLevelOfLarge;
    const std::size_t line = Rows(picture).bytes() + 1;
    const int rows = std::max(1, static_cast<int>(kBandBytes / line));
    const int bands = (picture.size().height + rows - 1) / rows;
    std::optional<GivingUp> giving_up;
    if (given_up != nullptr) giving_up.emplace(*given_up, rows);
    const auto packed = zlib_of_bands(static_cast<std::size_t>(bands), level,
                                      [&](std::size_t index, std::vector<std::uint8_t>& band) {
                                          const int from = static_cast<int>(index) * rows;
                                          const int to =
                                              std::min(from + rows, picture.size().height);
                                          band.resize(line * static_cast<std::size_t>(to - from));
                                          filter_rows(Rows(picture), filter, from, to, band);
                                          if (giving_up) giving_up->done(from, to);
                                      });
    if (!packed) return trouble(file, "there is not enough memory to write it.");

    constexpr std::array<unsigned char, 8> signature{0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};
    const auto* first = reinterpret_cast<const std::byte*>(signature.data());
    Bytes png(first, first + signature.size());
    // A chunk holds at most 2^31 - 1 bytes.
    constexpr std::size_t most = std::size_t{1} << 30;
    png.reserve(packed->size() + 100 + 12 * (packed->size() / most));
    put_header(png, picture);
    for (std::size_t at = 0; at < packed->size(); at += most) {
        const std::size_t length = std::min(most, packed->size() - at);
        begin_chunk(png, "IDAT", length);
        png.insert(png.end(), packed->data() + at, packed->data() + at + length);
        end_chunk(png, length);
    }
    begin_chunk(png, "IEND", 0);
    end_chunk(png, 0);
    return png;
}

}  // namespace

Result<Bytes> write_png(const std::string& file, const Picture& picture, PngEffort effort) {
    return write(file, picture, effort, nullptr);
}

Result<Bytes> write_png(const std::string& file, Picture&& picture, PngEffort effort) {
    return write(file, picture, effort, &picture);
}

}  // namespace underpaint
