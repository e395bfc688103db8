// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>
#include <tbb/global_control.h>

#include <cmath>

#include "colour/oklab.h"
#include "colour/srgb.h"
#include "palette/extraction.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

constexpr Rgb kSky{0.3F, 0.4F, 0.7F}, kSand{0.8F, 0.6F, 0.4F}, kCoal{0.1F, 0.1F, 0.12F};

/// Three flat colours in shares of a half, three tenths and a fifth, each with a little noise.
RgbBlock three(bool mirrored = false) {
    RgbBlock block(rect_of({100, 60}));
    for (int y = 0; y < 60; ++y)
        for (int x = 0; x < 100; ++x) {
            const int at = mirrored ? 99 - x : x;
            Rgb c = at < 50 ? kSky : at < 80 ? kSand : kCoal;
            const float off = 0.01F * static_cast<float>((at * 7 + y * 13) % 5 - 2);
            block.row(y).set(static_cast<std::size_t>(x), {c.r + off, c.g + off, c.b + off});
        }
    return block;
}

double away(Rgb a, Rgb b) {
    const OkLab p = oklab(decode(a)), q = oklab(decode(b));
    return std::hypot(p.l - q.l, p.a - q.a, p.b - q.b);
}

TEST(Palette, FindsTheColoursOfAPictureAndTheirShares) {
    const auto palette = palette_of(three(), 3);
    ASSERT_EQ(palette.size(), 3U);
    const Rgb wanted[] = {kSky, kSand, kCoal};
    const double shares[] = {0.5, 0.3, 0.2};
    for (std::size_t i = 0; i < 3; ++i) {
        EXPECT_LT(away(palette[i].colour, wanted[i]), 0.005);
        EXPECT_NEAR(palette[i].share, shares[i], 1e-9);
    }
}

TEST(Palette, EachColourIsTheMeanOfWhatIsNearestToIt) {
    const RgbBlock pixels =
        rgb_of(testing::noise({60, 40}, Channels::rgb, Depth::bits8), rect_of({60, 40}));
    const auto palette = palette_of(pixels, 5);
    std::vector<std::array<double, 4>> sums(palette.size());
    for (std::size_t i = 0; i < pixels.all().r.size(); ++i) {
        std::size_t nearest = 0;
        for (std::size_t k = 1; k < palette.size(); ++k)
            if (away(pixels.all()[i], palette[k].colour) <
                away(pixels.all()[i], palette[nearest].colour))
                nearest = k;
        const OkLab lab = oklab(decode(pixels.all()[i]));
        sums[nearest][0] += lab.l, sums[nearest][1] += lab.a, sums[nearest][2] += lab.b;
        ++sums[nearest][3];
    }
    for (std::size_t k = 0; k < palette.size(); ++k) {
        const OkLab own = oklab(decode(palette[k].colour));
        EXPECT_NEAR(sums[k][0] / sums[k][3], own.l, 0.01);
        EXPECT_NEAR(sums[k][1] / sums[k][3], own.a, 0.01);
        EXPECT_NEAR(sums[k][2] / sums[k][3], own.b, 0.01);
        EXPECT_NEAR(sums[k][3] / 2400, palette[k].share, 0.01);
    }
}

TEST(Palette, IsTheSameOnEveryRunAndNumberOfThreads) {
    const RgbBlock pixels =
        rgb_of(testing::noise({80, 60}, Channels::rgb, Depth::bits8), rect_of({80, 60}));
    const auto first = palette_of(pixels, 6);
    EXPECT_EQ(palette_of(pixels, 6), first);
    const tbb::global_control one(tbb::global_control::max_allowed_parallelism, 1);
    EXPECT_EQ(palette_of(pixels, 6), first);
}

TEST(Palette, OfTheSmallestPicturesIsTheirOwnColour) {
    for (const Size size : {Size{1, 1}, Size{2, 1}, Size{1, 2}, Size{1, 7}})
        for (const int count : {1, 2, 12}) {
            RgbBlock block(rect_of(size));
            for (int y = 0; y < size.height; ++y)
                for (std::size_t x = 0; x < block.row(y).r.size(); ++x) block.row(y).set(x, kSand);
            const auto palette = palette_of(block, count);
            ASSERT_EQ(palette.size(), 1U) << size.width << " x " << size.height;
            EXPECT_LT(away(palette[0].colour, kSand), 1e-4) << size.width << " x " << size.height;
            EXPECT_EQ(palette[0].share, 1);
        }
    RgbBlock two(rect_of({2, 1}));
    two.row(0).set(0, kSky), two.row(0).set(1, kCoal);
    const auto both = palette_of(two, 5);
    ASSERT_EQ(both.size(), 2U);
    EXPECT_EQ(both[0].share, 0.5);
}

TEST(Palette, HasNoMoreColoursThanThePicture) {
    RgbBlock flat(rect_of({8, 8}));
    for (int y = 0; y < 8; ++y)
        for (std::size_t x = 0; x < 8; ++x) flat.row(y).set(x, x < 4 ? kSky : kCoal);
    EXPECT_EQ(palette_of(flat, 12).size(), 2U);
    EXPECT_TRUE(palette_of(RgbBlock(), 3).empty());
}

}  // namespace
}  // namespace underpaint
