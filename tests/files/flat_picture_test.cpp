// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include <cmath>

#include "files/flat_picture.h"
#include "files/jpeg.h"
#include "files/limits.h"
#include "files/png.h"
#include "files/tiff.h"
#include "files/webp.h"
#include "support/encoders.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"

namespace underpaint {
namespace {

using testing::noise;
using testing::pixel;
using testing::TemporaryFolder;

void save(const std::filesystem::path& path, const Bytes& bytes) {
    ASSERT_TRUE(replace_file(path, bytes));
}

bool says(const auto& result, std::string_view words) {
    return !result && result.error().message().find(words) != std::string::npos;
}

struct Kind {
    Channels channels;
    Depth depth;
};
void PrintTo(const Kind& kind, std::ostream* out) {
    *out << count_of(kind.channels) << " channels, " << (kind.depth == Depth::bits8 ? 255 : 65535)
         << " levels";
}
class Png : public ::testing::TestWithParam<Kind> {};

TEST_P(Png, GivesBackEveryPixel) {
    for (const Size size : {Size{1, 1}, Size{1, 77}, Size{301, 130}})
        for (const PngEffort effort : {PngEffort::usual, PngEffort::quick}) {
            const Picture picture = noise(size, GetParam().channels, GetParam().depth);
            const auto bytes = write_png("a.png", picture, effort);
            ASSERT_TRUE(bytes);
            EXPECT_LE(bytes->size(), *most_png_bytes("a.png", std::span(*bytes).first(kPngHeader)));
            const auto back = read_png("a.png", *bytes);
            ASSERT_TRUE(back) << back.error().message();
            EXPECT_TRUE(same_pixels(back->picture, picture));
            EXPECT_TRUE(back->icc.empty());
        }
}

/// Of many bands of rows that are packed side by side.
TEST(PngOfAPictureThatIsGivenUp, IsTheSameAndLeavesNoPixels) {
    const Picture picture = noise({1500, 1303}, Channels::rgb_alpha, Depth::bits16);
    Picture given_up = picture;
    const auto bytes = write_png("a.png", std::move(given_up));
    ASSERT_TRUE(bytes);
    EXPECT_TRUE(*bytes == *write_png("a.png", picture));
    EXPECT_EQ(given_up.bytes(), 0U);  // NOLINT: what is left of it is what is asked
}

TEST_P(Png, CutShortAnywhereIsTroubleAndNotAPicture) {
    const auto bytes = *write_png("a.png", noise({64, 64}, GetParam().channels, GetParam().depth));
    for (std::size_t length = 0; length < bytes.size() - 12; length += 211) {
        const auto cut = read_png("cut.png", std::span(bytes).first(length));
        ASSERT_FALSE(cut) << length;
        EXPECT_EQ(cut.error().file, "cut.png");
        EXPECT_FALSE(cut.error().what.empty());
    }
}

INSTANTIATE_TEST_SUITE_P(
    Kinds, Png,
    ::testing::Values(Kind{Channels::grey, Depth::bits8}, Kind{Channels::grey, Depth::bits16},
                      Kind{Channels::grey_alpha, Depth::bits8},
                      Kind{Channels::grey_alpha, Depth::bits16}, Kind{Channels::rgb, Depth::bits8},
                      Kind{Channels::rgb, Depth::bits16}, Kind{Channels::rgb_alpha, Depth::bits8},
                      Kind{Channels::rgb_alpha, Depth::bits16}));

class FlatPictures : public ::testing::Test {
protected:
    TemporaryFolder folder_;
};

TEST_F(FlatPictures, GreyPngKeepsIts16Bits) {
    const Picture ramp = testing::ramp({1000, 2});
    ASSERT_TRUE(save_png(folder_ / "ramp.png", ramp));
    const auto flat = read_flat_picture(folder_ / "ramp.png");
    ASSERT_TRUE(flat);
    EXPECT_TRUE(same_pixels(flat->picture, ramp));
    EXPECT_TRUE(flat->notices.empty());
}

TEST_F(FlatPictures, ColourWithoutColourBecomesGrey) {
    Picture rgb({40, 4}, Channels::rgb, Depth::bits8);
    const std::vector<float> row(40, 0.4F);
    for (int c = 0; c < 3; ++c)
        for (int y = 0; y < 4; ++y) rgb.write_channel(c, 0, y, row);
    ASSERT_TRUE(save_png(folder_ / "grey.png", rgb));
    const auto flat = read_flat_picture(folder_ / "grey.png");
    EXPECT_EQ(flat->picture.channels(), Channels::grey);
}

TEST_F(FlatPictures, ColourIsKeptAndSaidSo) {
    ASSERT_TRUE(save_png(folder_ / "c.png", noise({20, 20}, Channels::rgb, Depth::bits8)));
    const auto flat = read_flat_picture(folder_ / "c.png");
    EXPECT_EQ(flat->picture.channels(), Channels::rgb);
    ASSERT_EQ(flat->notices.size(), 1U);
    EXPECT_NE(flat->notices[0].find("colour"), std::string::npos);
}

TEST_F(FlatPictures, TransparencyIsLaidOnWhite) {
    Picture clear({10, 10}, Channels::grey_alpha, Depth::bits8);
    ASSERT_TRUE(save_png(folder_ / "clear.png", clear));
    const auto flat = read_flat_picture(folder_ / "clear.png");
    EXPECT_EQ(flat->picture.channels(), Channels::grey);
    EXPECT_EQ(pixel(flat->picture, 5, 5).r, 1);
    EXPECT_EQ(flat->notices.size(), 1U);
}

TEST_F(FlatPictures, JpegComesIn) {
    const Picture ramp = testing::ramp({256, 16}, Depth::bits8);
    save(folder_ / "a.jpg", testing::jpeg_of(ramp));
    const auto flat = read_flat_picture(folder_ / "a.jpg");
    ASSERT_TRUE(flat) << flat.error().message();
    EXPECT_EQ(flat->picture.channels(), Channels::grey);
    EXPECT_NEAR(pixel(flat->picture, 200, 8).r, 200 / 255.0, 0.03);
}

TEST_F(FlatPictures, JpegCutShortIsTrouble) {
    const Bytes whole = testing::jpeg_of(noise({200, 200}, Channels::rgb, Depth::bits8));
    for (const std::size_t length :
         {std::size_t{3}, whole.size() / 4, whole.size() / 2, whole.size() - 200}) {
        const auto cut = read_jpeg("cut.jpg", std::span(whole).first(length));
        EXPECT_TRUE(says(cut, "cut.jpg: it is cut short or damaged")) << length;
    }
}

TEST_F(FlatPictures, WebpComesIn) {
    const Picture picture = noise({61, 33}, Channels::rgb, Depth::bits8);
    save(folder_ / "a.webp", testing::webp_of(picture));
    const auto flat = read_flat_picture(folder_ / "a.webp");
    ASSERT_TRUE(flat) << flat.error().message();
    EXPECT_TRUE(same_pixels(flat->picture, picture));
    const Bytes whole = testing::webp_of(picture);
    EXPECT_FALSE(read_webp("cut.webp", std::span(whole).first(whole.size() / 2)));
    EXPECT_FALSE(read_webp("cut.webp", std::span(whole).first(20)));
}

TEST_F(FlatPictures, TiffComesInAtItsOwnDepth) {
    for (const int compression : {COMPRESSION_NONE, COMPRESSION_LZW, COMPRESSION_ADOBE_DEFLATE}) {
        testing::TiffOptions options;
        options.compression = static_cast<std::uint16_t>(compression);
        const Picture deep = testing::ramp({300, 40});
        testing::write_tiff<std::uint16_t>(folder_ / "a.tif", deep, options);
        const auto flat = read_flat_picture(folder_ / "a.tif");
        ASSERT_TRUE(flat) << flat.error().message();
        EXPECT_TRUE(same_pixels(flat->picture, deep));
    }
    const Picture colour = noise({50, 70}, Channels::rgb, Depth::bits8);
    testing::write_tiff<std::uint8_t>(folder_ / "c.tif", colour, {});
    EXPECT_TRUE(same_pixels(read_flat_picture(folder_ / "c.tif")->picture, colour));
}

TEST_F(FlatPictures, TiffOfOtherKindsComesInToo) {
    const Picture ramp = testing::ramp({200, 100}, Depth::bits8);
    testing::TiffOptions tiled, inverted;
    tiled.tiled = true;
    testing::write_tiff<std::uint8_t>(folder_ / "tiled.tif", ramp, tiled);
    EXPECT_TRUE(same_pixels(read_flat_picture(folder_ / "tiled.tif")->picture, ramp));
    inverted.photometric = PHOTOMETRIC_MINISWHITE;
    testing::write_tiff<std::uint8_t>(folder_ / "inverted.tif", ramp, inverted);
    EXPECT_NEAR(pixel(read_flat_picture(folder_ / "inverted.tif")->picture, 0, 0).r, 1, 1e-6);
}

TEST_F(FlatPictures, TiffCutShortIsTrouble) {
    testing::write_tiff<std::uint16_t>(folder_ / "a.tif",
                                       noise({200, 200}, Channels::rgb, Depth::bits16), {});
    const Bytes whole = *read_file(folder_ / "a.tif");
    for (std::size_t length = 0; length < whole.size(); length += whole.size() / 9)
        EXPECT_FALSE(read_tiff("cut.tif", std::span(whole).first(length))) << length;
}

TEST_F(FlatPictures, AWideProfileIsConvertedAndTheClippedShareSaid) {
    Picture strong({100, 10}, Channels::rgb, Depth::bits16);
    const std::vector<float> full(100, 1.0F), half(50, 0.5F);
    for (int y = 0; y < 10; ++y) {
        strong.write_channel(1, 0, y, full);  // a green that sRGB can't hold ...
        for (int c = 0; c < 3; ++c) strong.write_channel(c, 50, y, half);  // ... and a neutral
    }
    testing::TiffOptions options;
    options.icc = testing::wide_profile();
    testing::write_tiff<std::uint16_t>(folder_ / "wide.tif", strong, options);
    const auto flat = read_flat_picture(folder_ / "wide.tif");
    ASSERT_TRUE(flat) << flat.error().message();
    ASSERT_FALSE(flat->notices.empty());
    EXPECT_NE(flat->notices[0].find("50.0%"), std::string::npos) << flat->notices[0];
    const Rgb green = pixel(flat->picture, 10, 5), neutral = pixel(flat->picture, 80, 5);
    EXPECT_NEAR(green.g, 1, 0.001);
    EXPECT_NEAR(green.r, 0, 0.001);
    EXPECT_NEAR(neutral.r, neutral.g, 0.003);
    EXPECT_NEAR(neutral.r, std::pow(0.5, 2.2 / 2.4) * 1.055 - 0.055, 0.02);
}

TEST_F(FlatPictures, ADamagedProfileIsPassedOver) {
    Picture picture = noise({20, 20}, Channels::rgb, Depth::bits8);
    testing::TiffOptions options;
    options.icc = Bytes(300, std::byte{7});
    testing::write_tiff<std::uint8_t>(folder_ / "odd.tif", picture, options);
    EXPECT_TRUE(same_pixels(read_flat_picture(folder_ / "odd.tif")->picture, picture));
}

// --- bad input

TEST_F(FlatPictures, WhatIsNoPictureIsNamed) {
    testing::write_text(folder_ / "notes.png", "Dear diary");
    testing::write_text(folder_ / "empty.png", "");
    EXPECT_TRUE(says(read_flat_picture(folder_ / "notes.png"),
                     "notes.png: this is not a picture that can be read"));
    EXPECT_TRUE(says(read_flat_picture(folder_ / "empty.png"), "empty.png: the file is empty"));
    EXPECT_TRUE(says(read_flat_picture(folder_ / "none.png"), "none.png: could not be opened"));
    EXPECT_TRUE(says(read_flat_picture(folder_.path()), "this is a folder"));
}

TEST_F(FlatPictures, ClaimedSizesAreCheckedBeforeMemoryIsTaken) {
    Bytes bytes = *write_png("a.png", testing::ramp({16, 16}, Depth::bits8));
    const auto claim = [&](std::uint32_t width, std::uint32_t height) {
        for (int i = 0; i < 4; ++i) {
            bytes[16 + static_cast<std::size_t>(i)] =
                static_cast<std::byte>(width >> (24 - 8 * i) & 255);
            bytes[20 + static_cast<std::size_t>(i)] =
                static_cast<std::byte>(height >> (24 - 8 * i) & 255);
        }
        // The header's checksum covers the claim, and is made anew by anyone who means harm.
        const auto crc = [&] {
            std::uint32_t c = ~0U;
            for (std::size_t i = 12; i < 29; ++i) {
                c ^= std::to_integer<std::uint32_t>(bytes[i]);
                for (int k = 0; k < 8; ++k) c = c & 1 ? 0xEDB88320U ^ (c >> 1) : c >> 1;
            }
            return ~c;
        }();
        for (int i = 0; i < 4; ++i)
            bytes[29 + static_cast<std::size_t>(i)] =
                static_cast<std::byte>(crc >> (24 - 8 * i) & 255);
        return read_png("bomb.png", bytes);
    };
    EXPECT_TRUE(says(claim(60000, 60000), "bomb.png: it claims to be 60000 x 60000 pixels"));
    EXPECT_TRUE(says(claim(100000, 10), "it claims to be 100000 x 10 pixels"));
    EXPECT_TRUE(says(claim(0, 10), "bomb.png"));
    EXPECT_FALSE(claim(16, 17)) << "more rows than there are";
}

TEST_F(FlatPictures, EveryDamagedByteIsSurvived) {
    const Bytes whole = *write_png("a.png", noise({24, 24}, Channels::rgb, Depth::bits8));
    const Bytes jpeg = testing::jpeg_of(noise({24, 24}, Channels::rgb, Depth::bits8));
    const Bytes webp = testing::webp_of(noise({24, 24}, Channels::rgb, Depth::bits8));
    testing::write_tiff<std::uint8_t>(folder_ / "a.tif",
                                      noise({24, 24}, Channels::rgb, Depth::bits8), {});
    const Bytes tiff = *read_file(folder_ / "a.tif");
    // What is read is a picture that can be walked through; what is not says which file and why.
    // Where a format has checksums no changed pixel comes through.
    const auto try_all = [](const Bytes& good, auto read, bool checked = false) {
        const Picture wanted = read("good", good)->picture;
        int refused = 0;
        for (std::size_t i = 0; i < good.size(); i += 3) {
            Bytes bad = good;
            bad[i] ^= std::byte{0xA5};
            const auto result = read("bad", bad);
            if (!result) {
                EXPECT_EQ(result.error().file, "bad") << i;
                EXPECT_GT(result.error().what.size(), 10U) << i;
                ++refused;
                continue;
            }
            const Picture& picture = result->picture;
            ASSERT_LE(picture.size().area(), kMaxPixels) << i;
            std::vector<float> row(static_cast<std::size_t>(picture.size().width));
            picture.read_channel(0, 0, picture.size().height - 1, row);
            for (const float v : row) ASSERT_TRUE(v >= 0 && v <= 1) << i;
            if (checked) {
                EXPECT_TRUE(same_pixels(picture, wanted)) << i;
            }
        }
        EXPECT_GT(refused, 3);
    };
    try_all(
        whole, [](auto... a) { return read_png(a...); }, true);
    try_all(jpeg, [](auto... a) { return read_jpeg(a...); });
    try_all(webp, [](auto... a) { return read_webp(a...); });
    try_all(tiff, [](auto... a) { return read_tiff(a...); });
}

}  // namespace
}  // namespace underpaint
