// SPDX-License-Identifier: GPL-3.0-or-later
// Every kind of picture file, of every colour type, depth, tiling, packing and orientation. What
// must come out is a formula of the place, which no reader has a share in.
#include <gtest/gtest.h>
#include <png.h>
#include <webp/mux.h>

#include <cmath>
#include <memory>

#include "files/flat_picture.h"
#include "files/jpeg.h"
#include "files/png.h"
#include "files/tiff.h"
#include "files/webp.h"
#include "files/zip_container.h"
#include "support/encoders.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

using testing::TemporaryFolder;

/// A sample 0..most of a picture whose every row and column is another.
int sample(int x, int y, int c, int most) {
    const auto mixed = static_cast<unsigned>(x * 7919 + y * 104'729 + c * 1'299'709 + x * y * 31);
    return static_cast<int>(mixed % static_cast<unsigned>(most + 1));
}

// --- TIFF

struct TiffKind {
    int bits, samples;
    bool white_is_zero, tiled, planar, big;
    std::uint16_t compression, predictor;
    std::string name() const {
        return std::to_string(bits) + " bits, " + std::to_string(samples) + " samples" +
               (white_is_zero ? ", white is 0" : "") + (tiled ? ", tiled" : "") +
               (planar ? ", in planes" : "") + (big ? ", big-endian" : "") + ", packed by " +
               std::to_string(compression) + ", predictor " + std::to_string(predictor);
    }
};

template <class Sample>
Bytes tiff_of(const std::filesystem::path& path, Size size, const TiffKind& kind,
              int orientation = 1) {
    TIFF* tiff = TIFFOpen(path.c_str(), kind.big ? "wb" : "wl");
    const int most = kind.bits == 16 ? 65'535 : 255;
    TIFFSetField(tiff, TIFFTAG_IMAGEWIDTH, size.width);
    TIFFSetField(tiff, TIFFTAG_IMAGELENGTH, size.height);
    TIFFSetField(tiff, TIFFTAG_SAMPLESPERPIXEL, kind.samples);
    TIFFSetField(tiff, TIFFTAG_BITSPERSAMPLE, kind.bits);
    TIFFSetField(tiff, TIFFTAG_ORIENTATION, orientation);
    TIFFSetField(tiff, TIFFTAG_PLANARCONFIG,
                 kind.planar ? PLANARCONFIG_SEPARATE : PLANARCONFIG_CONTIG);
    TIFFSetField(tiff, TIFFTAG_COMPRESSION, kind.compression);
    if (kind.predictor > 1) TIFFSetField(tiff, TIFFTAG_PREDICTOR, kind.predictor);
    TIFFSetField(tiff, TIFFTAG_PHOTOMETRIC,
                 kind.samples >= 3    ? PHOTOMETRIC_RGB
                 : kind.white_is_zero ? PHOTOMETRIC_MINISWHITE
                                      : PHOTOMETRIC_MINISBLACK);
    if (kind.samples % 2 == 0) {
        const std::uint16_t alpha = EXTRASAMPLE_UNASSALPHA;
        TIFFSetField(tiff, TIFFTAG_EXTRASAMPLES, 1, &alpha);
    }
    const int planes = kind.planar ? kind.samples : 1, together = kind.samples / planes;
    const auto at = [&](int x, int y, int plane, int i) {
        const bool inside = x < size.width && y < size.height;
        return static_cast<Sample>(inside ? sample(x, y, kind.planar ? plane : i, most) : 0x5A);
    };
    constexpr int side = 16;
    if (kind.tiled) {
        TIFFSetField(tiff, TIFFTAG_TILEWIDTH, side);
        TIFFSetField(tiff, TIFFTAG_TILELENGTH, side);
    } else {
        TIFFSetField(tiff, TIFFTAG_ROWSPERSTRIP, 7);
    }
    for (int plane = 0; plane < planes; ++plane) {
        if (!kind.tiled) {
            std::vector<Sample> row(static_cast<std::size_t>(size.width * together));
            for (int y = 0; y < size.height; ++y) {
                for (int i = 0; i < size.width * together; ++i)
                    row[static_cast<std::size_t>(i)] = at(i / together, y, plane, i % together);
                TIFFWriteScanline(tiff, row.data(), static_cast<std::uint32_t>(y),
                                  static_cast<std::uint16_t>(plane));
            }
            continue;
        }
        std::vector<Sample> tile(static_cast<std::size_t>(side * side * together));
        for (int y = 0; y < size.height; y += side)
            for (int x = 0; x < size.width; x += side) {
                for (int i = 0; i < side * side * together; ++i)
                    tile[static_cast<std::size_t>(i)] =
                        at(x + i / together % side, y + i / together / side, plane, i % together);
                TIFFWriteTile(tiff, tile.data(), static_cast<std::uint32_t>(x),
                              static_cast<std::uint32_t>(y), 0, static_cast<std::uint16_t>(plane));
            }
    }
    TIFFClose(tiff);
    return *read_file(path);
}

TEST(TiffKinds, EverySampleComesInAtItsPlaceAndDepth) {
    const TemporaryFolder folder;
    int kinds = 0;
    for (const Size size : {Size{37, 23}, Size{32, 16}, Size{1, 50}})
        for (const int bits : {8, 16})
            for (const int samples : {1, 2, 3, 4})
                for (const bool white : {false, true})
                    for (const bool tiled : {false, true})
                        for (const bool planar : {false, true})
                            for (const bool big : {false, true})
                                for (const auto& [compression, predictor] :
                                     {std::pair(COMPRESSION_NONE, 1),
                                      {COMPRESSION_LZW, 2},
                                      {COMPRESSION_ADOBE_DEFLATE, 2},
                                      {COMPRESSION_PACKBITS, 1}}) {
                                    if ((white && samples > 2) || (planar && samples == 1))
                                        continue;
                                    const TiffKind kind{bits,
                                                        samples,
                                                        white,
                                                        tiled,
                                                        planar,
                                                        big,
                                                        static_cast<std::uint16_t>(compression),
                                                        static_cast<std::uint16_t>(predictor)};
                                    const Bytes bytes =
                                        bits == 16
                                            ? tiff_of<std::uint16_t>(folder / "a.tif", size, kind)
                                            : tiff_of<std::uint8_t>(folder / "a.tif", size, kind);
                                    const auto read = read_tiff("a.tif", bytes);
                                    ASSERT_TRUE(read) << kind.name();
                                    const Picture& picture = read->picture;
                                    ASSERT_EQ(picture.size(), size);
                                    ASSERT_EQ(count_of(picture.channels()), samples) << kind.name();
                                    ASSERT_EQ(picture.depth(),
                                              bits == 16 ? Depth::bits16 : Depth::bits8)
                                        << kind.name();
                                    EXPECT_FALSE(read->reduced);
                                    const int most = bits == 16 ? 65'535 : 255;
                                    std::vector<float> row(static_cast<std::size_t>(size.width));
                                    for (int c = 0; c < samples; ++c)
                                        for (int y = 0; y < size.height; ++y) {
                                            picture.read_channel(c, 0, y, row);
                                            for (int x = 0; x < size.width; ++x) {
                                                int wanted = sample(x, y, c, most);
                                                if (white && c == 0) wanted = most - wanted;
                                                ASSERT_EQ(std::lround(row[std::size_t(x)] *
                                                                      static_cast<float>(most)),
                                                          wanted)
                                                    << kind.name() << " at " << x << ", " << y;
                                            }
                                        }
                                    ++kinds;
                                }
    EXPECT_GT(kinds, 300);
}

/// Kinds that libtiff turns into 8-bit colours itself: palettes and few bits, tiled and not, of a
/// width that is no multiple of a tile's.
TEST(TiffKinds, PalettesAndFewBitsLieStraight) {
    const TemporaryFolder folder;
    const Size size{37, 23};
    for (const int bits : {1, 4, 8})
        for (const bool palette : {false, true})
            for (const bool tiled : {false, true}) {
                if (bits == 8 && !palette) continue;
                const int most = (1 << bits) - 1;
                TIFF* tiff = TIFFOpen((folder / "p.tif").c_str(), "w");
                TIFFSetField(tiff, TIFFTAG_IMAGEWIDTH, size.width);
                TIFFSetField(tiff, TIFFTAG_IMAGELENGTH, size.height);
                TIFFSetField(tiff, TIFFTAG_SAMPLESPERPIXEL, 1);
                TIFFSetField(tiff, TIFFTAG_COMPRESSION, COMPRESSION_LZW);
                TIFFSetField(tiff, TIFFTAG_PLANARCONFIG, PLANARCONFIG_CONTIG);
                TIFFSetField(tiff, TIFFTAG_BITSPERSAMPLE, bits);
                TIFFSetField(tiff, TIFFTAG_PHOTOMETRIC,
                             palette ? PHOTOMETRIC_PALETTE : PHOTOMETRIC_MINISBLACK);
                std::vector<std::uint16_t> red(256), green(256), blue(256);
                for (std::size_t i = 0; i < 256; ++i)
                    red[i] = static_cast<std::uint16_t>(i * 257),
                    green[i] = static_cast<std::uint16_t>((255 - i) * 257),
                    blue[i] = static_cast<std::uint16_t>((i * 37 % 256) * 257);
                if (palette)
                    TIFFSetField(tiff, TIFFTAG_COLORMAP, red.data(), green.data(), blue.data());
                const int side = tiled ? 16 : size.width;
                const int high = tiled ? 16 : 5;
                if (tiled) {
                    TIFFSetField(tiff, TIFFTAG_TILEWIDTH, side);
                    TIFFSetField(tiff, TIFFTAG_TILELENGTH, high);
                } else {
                    TIFFSetField(tiff, TIFFTAG_ROWSPERSTRIP, high);
                }
                const int stride = (side * bits + 7) / 8;
                for (int y = 0; y < size.height; y += high)
                    for (int x = 0; x < size.width; x += side) {
                        std::vector<std::uint8_t> piece(static_cast<std::size_t>(stride * high));
                        const int rows = tiled ? high : std::min(high, size.height - y);
                        for (int dy = 0; dy < rows; ++dy)
                            for (int dx = 0; dx < side; ++dx) {
                                const bool inside = x + dx < size.width && y + dy < size.height;
                                const int v = inside ? sample(x + dx, y + dy, 0, most) : 0;
                                const int bit = dx * bits;
                                piece[static_cast<std::size_t>(dy * stride + bit / 8)] |=
                                    static_cast<std::uint8_t>(v << (8 - bits - bit % 8));
                            }
                        if (tiled)
                            TIFFWriteTile(tiff, piece.data(), static_cast<std::uint32_t>(x),
                                          static_cast<std::uint32_t>(y), 0, 0);
                        else
                            TIFFWriteEncodedStrip(tiff, static_cast<std::uint32_t>(y / high),
                                                  piece.data(), stride * rows);
                    }
                TIFFClose(tiff);
                const auto read = read_tiff("p.tif", *read_file(folder / "p.tif"));
                ASSERT_TRUE(read) << bits << palette << tiled << read.error().message();
                for (int y = 0; y < size.height; ++y)
                    for (int x = 0; x < size.width; ++x) {
                        const auto v = static_cast<std::size_t>(sample(x, y, 0, most));
                        const Rgb is = testing::pixel(read->picture, x, y);
                        const float grey = static_cast<float>(v) / static_cast<float>(most);
                        const auto of = [](std::uint16_t each) {
                            return static_cast<float>(each >> 8) / 255;
                        };
                        ASSERT_NEAR(is.r, palette ? of(red[v]) : grey, 1.01 / 255)
                            << bits << (palette ? " palette" : "") << (tiled ? " tiled" : "")
                            << " at " << x << ", " << y;
                        ASSERT_NEAR(is.g, palette ? of(green[v]) : grey, 1.01 / 255);
                    }
            }
}

TEST(TiffKinds, AFewBytesThatClaimMuchTakeNoMemory) {
    const TemporaryFolder folder;
    // A file whose directory is stretched: its data is that of a picture of 8 x 8.
    for (const bool tiled : {false, true})
        for (const auto compression :
             {COMPRESSION_NONE, COMPRESSION_LZW, COMPRESSION_ADOBE_DEFLATE}) {
            const TiffKind kind{
                8, 1, false, tiled, false, false, static_cast<std::uint16_t>(compression), 1};
            Bytes bytes = tiff_of<std::uint8_t>(folder / "a.tif", {8, 8}, kind);
            // Width and height stand in their directory entries as short numbers.
            const auto set = [&](unsigned tag, unsigned value) {
                for (std::size_t i = 0; i + 12 <= bytes.size(); ++i)
                    if (std::to_integer<unsigned>(bytes[i]) == (tag & 0xFF) &&
                        std::to_integer<unsigned>(bytes[i + 1]) == tag >> 8 &&
                        std::to_integer<unsigned>(bytes[i + 4]) == 1) {
                        bytes[i + 8] = std::byte(value & 0xFF);
                        bytes[i + 9] = std::byte(value >> 8);
                        return true;
                    }
                return false;
            };
            ASSERT_TRUE(set(TIFFTAG_IMAGEWIDTH, 19'000) && set(TIFFTAG_IMAGELENGTH, 10'000));
            if (!tiled) {
                ASSERT_TRUE(set(TIFFTAG_ROWSPERSTRIP, 10'000));
            }
            const auto read = read_tiff("a.tif", bytes);
            ASSERT_FALSE(read) << compression;
            EXPECT_NE(read.error().what.find("cut short or damaged"), std::string::npos);
        }
}

// --- PNG, written by libpng, read by another library

struct PngText {
    double gamma = 0;                 ///< 0: not said
    std::vector<double> primaries{};  ///< white, red, green, blue, each x and y
    bool srgb = false;
    Bytes exif{};
    bool exif_last = false;
};

Bytes png_of(Size size, int type, int bits, bool interlaced, const PngText& text = {},
             const std::function<int(int, int, int)>& value = {}) {
    Bytes out;
    png_structp png = png_create_write_struct(PNG_LIBPNG_VER_STRING, nullptr, nullptr, nullptr);
    png_infop info = png_create_info_struct(png);
    png_set_write_fn(
        png, &out,
        [](png_structp self, png_bytep data, png_size_t length) {
            auto& to = *static_cast<Bytes*>(png_get_io_ptr(self));
            const auto* first = reinterpret_cast<const std::byte*>(data);
            to.insert(to.end(), first, first + length);
        },
        [](png_structp) {});
    png_set_IHDR(png, info, static_cast<png_uint_32>(size.width),
                 static_cast<png_uint_32>(size.height), bits, type,
                 interlaced ? PNG_INTERLACE_ADAM7 : PNG_INTERLACE_NONE,
                 PNG_COMPRESSION_TYPE_DEFAULT, PNG_FILTER_TYPE_DEFAULT);
    std::vector<png_color> colours;
    if (type == PNG_COLOR_TYPE_PALETTE) {
        for (int i = 0; i < 1 << bits; ++i)
            colours.push_back({static_cast<png_byte>(i * 11 % 256),
                               static_cast<png_byte>(255 - i * 5 % 256),
                               static_cast<png_byte>(i * 3 % 256)});
        png_set_PLTE(png, info, colours.data(), static_cast<int>(colours.size()));
    }
    if (text.gamma > 0) png_set_gAMA(png, info, text.gamma);
    if (!text.primaries.empty()) {
        const auto& p = text.primaries;
        png_set_cHRM(png, info, p[0], p[1], p[2], p[3], p[4], p[5], p[6], p[7]);
    }
    if (text.srgb) png_set_sRGB(png, info, PNG_sRGB_INTENT_PERCEPTUAL);
    Bytes exif = text.exif;
    auto* block = reinterpret_cast<png_bytep>(exif.data());
    if (!exif.empty() && !text.exif_last)
        png_set_eXIf_1(png, info, static_cast<png_uint_32>(exif.size()), block);
    png_write_info(png, info);
    const int samples = png_get_channels(png, info), most = (1 << bits) - 1;
    const int stride = (size.width * samples * bits + 7) / 8;
    std::vector<png_byte> all(static_cast<std::size_t>(stride * size.height));
    for (int y = 0; y < size.height; ++y)
        for (int i = 0; i < size.width * samples; ++i) {
            const int v = value ? value(i / samples, y, i % samples)
                                : sample(i / samples, y, i % samples, most);
            const int bit = i * bits;
            auto* at = &all[static_cast<std::size_t>(y * stride + bit / 8)];
            if (bits == 16)
                at[0] = static_cast<png_byte>(v >> 8), at[1] = static_cast<png_byte>(v & 0xFF);
            else
                *at = static_cast<png_byte>(*at | v << (8 - bits - bit % 8));
        }
    std::vector<png_bytep> rows;
    for (int y = 0; y < size.height; ++y)
        rows.push_back(&all[static_cast<std::size_t>(y * stride)]);
    png_write_image(png, rows.data());
    if (!exif.empty() && text.exif_last)
        png_set_eXIf_1(png, info, static_cast<png_uint_32>(exif.size()), block);
    png_write_end(png, info);
    png_destroy_write_struct(&png, &info);
    return out;
}

TEST(PngKinds, EverySampleComesInAtItsPlaceAndDepth) {
    const Size size{37, 23};
    for (const bool interlaced : {false, true})
        for (const auto& [type, depths] :
             std::vector<std::pair<int, std::vector<int>>>{{PNG_COLOR_TYPE_GRAY, {1, 2, 4, 8, 16}},
                                                           {PNG_COLOR_TYPE_GRAY_ALPHA, {8, 16}},
                                                           {PNG_COLOR_TYPE_RGB, {8, 16}},
                                                           {PNG_COLOR_TYPE_RGB_ALPHA, {8, 16}},
                                                           {PNG_COLOR_TYPE_PALETTE, {1, 2, 4, 8}}})
            for (const int bits : depths) {
                const auto read = read_png("a.png", png_of(size, type, bits, interlaced));
                ASSERT_TRUE(read) << type << ' ' << bits << ": " << read.error().message();
                EXPECT_EQ(read->picture.depth(), bits == 16 ? Depth::bits16 : Depth::bits8);
                const int most = (1 << bits) - 1;
                const bool palette = type == PNG_COLOR_TYPE_PALETTE;
                const int samples = palette ? 3 : count_of(read->picture.channels());
                std::vector<float> row(static_cast<std::size_t>(size.width));
                for (int c = 0; c < samples; ++c)
                    for (int y = 0; y < size.height; ++y) {
                        read->picture.read_channel(c, 0, y, row);
                        for (int x = 0; x < size.width; ++x) {
                            const int v = sample(x, y, palette ? 0 : c, most);
                            const int colour[] = {v * 11 % 256, 255 - v * 5 % 256, v * 3 % 256};
                            const double wanted =
                                palette ? colour[c] / 255.0 : v / static_cast<double>(most);
                            ASSERT_NEAR(row[std::size_t(x)], wanted, 1e-5)
                                << type << ' ' << bits << " at " << x << ", " << y;
                        }
                    }
            }
}

/// With a gAMA chunk of that number behind the header.
Bytes with_gamma(const Bytes& png, std::uint32_t gamma) {
    const auto four = [](std::uint32_t v) {
        return std::string{char(v >> 24), char(v >> 16), char(v >> 8), char(v)};
    };
    const std::string body = "gAMA" + four(gamma);
    const Bytes chunk = bytes_of(four(4) + body + four(crc_of(bytes_of(body))));
    Bytes with(png.begin(), png.begin() + 33);
    with.insert(with.end(), chunk.begin(), chunk.end());
    with.insert(with.end(), png.begin() + 33, png.end());
    return with;
}

/// sRGB from an encoded sample by the chunk's own definition: light = sample^(1/gamma), then the
/// encoding of sRGB.
double asked_level(double sample, double gamma) {
    const double light = std::pow(sample, 1 / gamma);
    return light <= 0.0031308 ? 12.92 * light : 1.055 * std::pow(light, 1 / 2.4) - 0.055;
}

TEST(PngKinds, GammaIsAppliedAsTheChunkAsks) {
    const TemporaryFolder folder;
    const auto value = [](int x, int, int) { return x * 4; };
    for (const double gamma : {1.0, 0.55556, 0.3})
        for (const int type : {PNG_COLOR_TYPE_GRAY, PNG_COLOR_TYPE_RGB}) {
            testing::write_text(folder / "g.png",
                                text_of(png_of({64, 4}, type, 8, false, {gamma}, value)));
            const auto read = read_flat_picture(folder / "g.png");
            ASSERT_TRUE(read);
            EXPECT_NE(read->notices[0].find("Converted to sRGB"), std::string::npos);
            for (int x = 0; x < 64; ++x)
                EXPECT_NEAR(testing::pixel(read->picture, x, 2).r,
                            asked_level(x * 4 / 255.0, gamma), 1.6 / 255)
                    << gamma << " at " << x;
        }
    // What sRGB's writers put there, what sRGB itself says, and nonsense change nothing.
    const Bytes plain = png_of({64, 4}, PNG_COLOR_TYPE_GRAY, 8, false, {}, value);
    const Bytes srgb = png_of({64, 4}, PNG_COLOR_TYPE_GRAY, 8, false, {0, {}, true}, value);
    for (const Bytes& png : {with_gamma(plain, 45'455), with_gamma(srgb, 100'000),
                             with_gamma(plain, 1), with_gamma(plain, 0)}) {
        testing::write_text(folder / "g.png", text_of(png));
        const auto read = read_flat_picture(folder / "g.png");
        ASSERT_TRUE(read);
        for (int x = 0; x < 64; ++x)
            EXPECT_NEAR(testing::pixel(read->picture, x, 2).r, x * 4 / 255.0, 1e-5);
    }
}

TEST(PngKinds, PrimariesAreAppliedAsTheChunkAsks) {
    const TemporaryFolder folder;
    // sRGB's own change nothing, whatever stands for their gamma.
    const std::vector<double> srgb{0.3127, 0.3290, 0.64, 0.33, 0.30, 0.60, 0.15, 0.06};
    const auto value = [](int x, int, int c) { return c == x % 3 ? 200 : 60 + x; };
    const auto shown = [&](const PngText& text) {
        testing::write_text(folder / "c.png",
                            text_of(png_of({64, 4}, PNG_COLOR_TYPE_RGB, 8, false, text, value)));
        return read_flat_picture(folder / "c.png")->picture;
    };
    const Picture plain = shown({});
    EXPECT_TRUE(same_pixels(shown({0.45455, srgb}), plain));
    EXPECT_TRUE(same_pixels(shown({0, srgb}), plain));
    // Red and green exchanged: so are the channels.
    const Picture exchanged =
        shown({0.45455, {0.3127, 0.3290, 0.30, 0.60, 0.64, 0.33, 0.15, 0.06}});
    for (int x = 0; x < 64; ++x) {
        const Rgb is = testing::pixel(exchanged, x, 1), was = testing::pixel(plain, x, 1);
        EXPECT_NEAR(is.r, was.g, 1.6 / 255) << x;
        EXPECT_NEAR(is.g, was.r, 1.6 / 255) << x;
        EXPECT_NEAR(is.b, was.b, 1.6 / 255) << x;
    }
}

// --- as they are to be seen

/// A picture no turn of which looks like another.
Picture corner_picture() {
    return testing::coloured(
        {20, 12},
        [](int x, int y) {
            return x < 8 && y < 4 ? Rgb{1, 0, 0} : x >= 14 ? Rgb{0, 0, 1} : Rgb{0.2F, 0.8F, 0.2F};
        },
        Depth::bits8);
}

/// Where EXIF 2.32, 4.6.4 has the stored pixel (x, y) of a picture of `size` be seen.
Pixel seen_at(int orientation, Size size, int x, int y) {
    const int right = size.width - 1 - x, below = size.height - 1 - y;
    switch (orientation) {
        case 2: return {right, y};
        case 3: return {right, below};
        case 4: return {x, below};
        case 5: return {y, x};
        case 6: return {below, x};
        case 7: return {below, right};
        case 8: return {y, right};
        default: return {x, y};
    }
}

Bytes exif_of(int orientation, bool big, bool named) {
    const auto two = [&](int v) {
        return big ? std::string{char(v >> 8), char(v)} : std::string{char(v), char(v >> 8)};
    };
    const auto four = [&](int v) {
        return big ? two(v >> 16) + two(v & 0xFFFF) : two(v & 0xFFFF) + two(v >> 16);
    };
    std::string text = named ? std::string("Exif\0\0", 6) : std::string();
    text += (big ? "MM" : "II") + two(42) + four(8) + two(2);
    text += two(0x010F) + two(2) + four(4) + std::string("abc\0", 4);  // the maker's name
    text += two(0x0112) + two(3) + four(1) + two(orientation) + two(0) + four(0);
    return bytes_of(text);
}

/// Puts the block behind the beginning of a JPEG file.
Bytes with_app1(const Bytes& jpeg, const Bytes& exif) {
    Bytes out(jpeg.begin(), jpeg.begin() + 2);
    const std::size_t length = exif.size() + 2;
    for (const unsigned b :
         {0xFFU, 0xE1U, static_cast<unsigned>(length >> 8), static_cast<unsigned>(length & 0xFF)})
        out.push_back(static_cast<std::byte>(b));
    out.insert(out.end(), exif.begin(), exif.end());
    out.insert(out.end(), jpeg.begin() + 2, jpeg.end());
    return out;
}

Bytes with_exif_chunk(const Bytes& webp, const Bytes& exif) {
    const auto data = [](const Bytes& bytes) {
        return WebPData{reinterpret_cast<const std::uint8_t*>(bytes.data()), bytes.size()};
    };
    const WebPData image = data(webp), block = data(exif);
    WebPMux* mux = WebPMuxCreate(&image, 1);
    WebPMuxSetChunk(mux, "EXIF", &block, 1);
    WebPData out{};
    WebPMuxAssemble(mux, &out);
    WebPMuxDelete(mux);
    const auto* first = reinterpret_cast<const std::byte*>(out.bytes);
    Bytes bytes(first, first + out.size);
    WebPDataClear(&out);
    return bytes;
}

TEST(Orientation, IsAppliedInEveryFormatAndSaid) {
    const TemporaryFolder folder;
    const Picture stored = corner_picture();
    const Size size = stored.size();
    const auto value = [&](int x, int y, int c) {
        const Rgb p = testing::pixel(stored, x, y);
        return static_cast<int>(std::lround((c == 0 ? p.r : c == 1 ? p.g : p.b) * 255));
    };
    for (int orientation = 1; orientation <= 8; ++orientation)
        for (const bool big : {false, true}) {
            const Bytes exif = exif_of(orientation, big, false);
            std::vector<std::pair<std::string, Bytes>> files{
                {"a.jpg",
                 with_app1(testing::jpeg_of(stored, 100), exif_of(orientation, big, true))},
                {"a.png", png_of(size, PNG_COLOR_TYPE_RGB, 8, false, {0, {}, false, exif}, value)},
                {"b.png",
                 png_of(size, PNG_COLOR_TYPE_RGB, 8, false, {0, {}, false, exif, true}, value)},
                {"c.png", png_of(size, PNG_COLOR_TYPE_RGB, 8, true, {0, {}, false, exif}, value)},
                {"a.webp", with_exif_chunk(testing::webp_of(stored), exif)}};
            for (const bool tiled : {false, true}) {
                testing::TiffOptions options;
                options.tiled = tiled;
                testing::write_tiff<std::uint8_t>(folder / "t.tif", stored, options);
                TIFF* tiff = TIFFOpen((folder / "t.tif").c_str(), "r+");
                TIFFSetField(tiff, TIFFTAG_ORIENTATION, orientation);
                TIFFRewriteDirectory(tiff);
                TIFFClose(tiff);
                files.emplace_back(tiled ? "b.tif" : "a.tif", *read_file(folder / "t.tif"));
            }
            for (const auto& [name, bytes] : files) {
                testing::write_text(folder / name, text_of(bytes));
                const auto read = read_flat_picture(folder / name);
                ASSERT_TRUE(read) << name << ": " << read.error().message();
                const bool turned = orientation >= 5;
                ASSERT_EQ(read->picture.size(), (turned ? Size{size.height, size.width} : size))
                    << name << ' ' << orientation;
                const double near = name == "a.jpg" ? 0.25 : 1e-5;  // chroma is shared there
                for (const Pixel& at : {Pixel{1, 1}, {3, 2}, {18, 10}, {10, 10}, {1, 10}}) {
                    const Pixel seen = seen_at(orientation, size, at.x, at.y);
                    const Rgb is = testing::pixel(read->picture, seen.x, seen.y);
                    const Rgb wanted = testing::pixel(stored, at.x, at.y);
                    EXPECT_NEAR(is.r, wanted.r, near) << name << ' ' << orientation;
                    EXPECT_NEAR(is.g, wanted.g, near) << name << ' ' << orientation;
                    EXPECT_NEAR(is.b, wanted.b, near) << name << ' ' << orientation;
                }
                const bool said = std::ranges::any_of(read->notices, [](const auto& notice) {
                    return notice.find("turned upright") != std::string::npos;
                });
                EXPECT_EQ(said, orientation != 1) << name;
            }
        }
}

TEST(Orientation, OfADamagedBlockIsUpright) {
    const Bytes whole = exif_of(6, true, true);
    EXPECT_EQ(orientation_in_exif(whole), 6);
    for (std::size_t length = 0; length < whole.size(); ++length)
        static_cast<void>(orientation_in_exif(std::span(whole).first(length)));
    EXPECT_EQ(orientation_in_exif(std::span(whole).first(20)), kUpright);
    for (std::size_t at = 0; at < whole.size(); ++at)
        for (const unsigned put : {0U, 0x7FU, 0xFFU}) {
            Bytes bad = whole;
            bad[at] = static_cast<std::byte>(put);
            const int is = orientation_in_exif(bad);
            EXPECT_TRUE(is >= 1 && is <= 8);
        }
    EXPECT_EQ(orientation_in_exif(exif_of(0, false, false)), kUpright);
    EXPECT_EQ(orientation_in_exif(exif_of(9, false, false)), kUpright);
}

}  // namespace
}  // namespace underpaint
