// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include <limits>
#include <thread>

#include "raster/polygon.h"
#include "raster/pyramid.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::noise;
using testing::ramp;

TEST(TilePlane, GivesBackWhatWasWrittenAcrossTiles) {
    for (const Size size : {Size{1, 1}, Size{1, 300}, Size{300, 1}, Size{kTileSide, kTileSide},
                            Size{kTileSide + 1, 2 * kTileSide - 1}}) {
        TilePlane<std::uint16_t> plane(size);
        std::vector<std::uint16_t> row(static_cast<std::size_t>(size.width));
        for (int y = 0; y < size.height; ++y) {
            for (std::size_t x = 0; x < row.size(); ++x)
                row[x] = static_cast<std::uint16_t>(x * 31 + static_cast<std::size_t>(y) * 7);
            plane.write_row(0, y, row);
        }
        for (int y = 0; y < size.height; ++y)
            for (int x = 0; x < size.width; ++x)
                ASSERT_EQ(plane.at(x, y), static_cast<std::uint16_t>(x * 31 + y * 7));
    }
}

TEST(TilePlane, ReadsPartOfARow) {
    TilePlane<std::uint8_t> plane({400, 3}, 9);
    const std::vector<std::uint8_t> piece(200, 5);
    plane.write_row(100, 1, piece);
    std::vector<std::uint8_t> out(300);
    plane.read_row(50, 1, out);
    EXPECT_EQ(out[49], 9);
    EXPECT_EQ(out[50], 5);
    EXPECT_EQ(out[249], 5);
    EXPECT_EQ(out[250], 9);
}

TEST(TilePlane, CopiesShareUntilOneIsWrittenTo) {
    TilePlane<std::uint8_t> first({10, 10}, 1);
    first.write_row(0, 0, std::vector<std::uint8_t>{7});
    const TilePlane<std::uint8_t> second = first;
    first.write_row(0, 0, std::vector<std::uint8_t>{8});
    EXPECT_EQ(first.at(0, 0), 8);
    EXPECT_EQ(second.at(0, 0), 7);
    EXPECT_EQ(second.at(1, 0), 1);
}

TEST(TilePlane, KnowsWhatIsAllOneValue) {
    TilePlane<std::uint8_t> plane({300, 300}, 0);
    EXPECT_TRUE(plane.surely_all({0, 0, 300, 300}, 0));
    EXPECT_FALSE(plane.surely_all({0, 0, 300, 300}, 1));
    plane.write_row(290, 290, std::vector<std::uint8_t>{1});
    EXPECT_FALSE(plane.surely_all({0, 0, 300, 300}, 0));
    EXPECT_TRUE(plane.surely_all({0, 0, 128, 128}, 0));
    plane.write_row(290, 290, std::vector<std::uint8_t>{0});
    plane.settle();
    EXPECT_TRUE(plane.surely_all({0, 0, 300, 300}, 0));
}

TEST(TileGrid, CoversEveryPixelOnce) {
    for (const Size size : {Size{1, 1}, Size{257, 129}, Size{128, 640}}) {
        const TileGrid grid{size};
        std::int64_t area = 0;
        for (int i = 0; i < grid.count(); ++i) {
            EXPECT_FALSE(grid.tile(i).empty());
            area += grid.tile(i).size().area();
        }
        EXPECT_EQ(area, size.area());
    }
}

TEST(Picture, RoundsToTheNearestLevel) {
    Picture picture({4, 1}, Channels::grey, Depth::bits8);
    const std::vector<float> in{0.5F / 255 + 1e-4F, 0.4F / 255, 1.7F,
                                std::numeric_limits<float>::quiet_NaN()};
    picture.write_channel(0, 0, 0, in);
    std::vector<float> out(4);
    picture.read_channel(0, 0, 0, out);
    EXPECT_FLOAT_EQ(out[0], 1 / 255.0F);
    EXPECT_FLOAT_EQ(out[1], 0);
    EXPECT_FLOAT_EQ(out[2], 1);
    EXPECT_FLOAT_EQ(out[3], 0);
}

TEST(Picture, Keeps16Bits) {
    const Picture picture = ramp({65536, 1});
    std::vector<float> out(65536);
    picture.read_channel(0, 0, 0, out);
    for (int i = 0; i < 65536; ++i)
        ASSERT_EQ(std::lround(out[static_cast<std::size_t>(i)] * 65535), i);
}

TEST(Picture, InterleavesAndComesBack) {
    for (const auto channels :
         {Channels::grey, Channels::grey_alpha, Channels::rgb, Channels::rgb_alpha}) {
        const Picture picture = noise({150, 20}, channels, Depth::bits16);
        Picture copy({150, 20}, channels, Depth::bits16);
        std::vector<std::uint16_t> row(150 * static_cast<std::size_t>(count_of(channels)));
        for (int y = 0; y < 20; ++y) {
            picture.read_interleaved(y, std::span(row));
            copy.write_interleaved(y, std::span<const std::uint16_t>(row));
        }
        EXPECT_TRUE(same_pixels(picture, copy));
    }
}

TEST(Picture, GreyIsReadAsThreeEqualChannels) {
    const Picture picture = ramp({16, 1});
    const Rgb c = testing::pixel(picture, 5, 0);
    EXPECT_EQ(c.r, c.g);
    EXPECT_EQ(c.r, c.b);
    EXPECT_TRUE(is_neutral(picture));
    EXPECT_FALSE(is_neutral(noise({4, 4}, Channels::rgb, Depth::bits8)));
}

TEST(Pyramid, HalvesByTheMean) {
    const Picture picture =
        testing::grey_picture({4, 2}, [](int x, int y) { return x < 2 ? (x + y) % 2 : 0.25; });
    const Picture half = halved(picture);
    EXPECT_EQ(half.size(), (Size{2, 1}));
    EXPECT_NEAR(testing::pixel(half, 0, 0).r, 0.5, 1e-4);
    EXPECT_NEAR(testing::pixel(half, 1, 0).r, 0.25, 1e-4);
}

TEST(Pyramid, KeepsOddEdges) {
    const Picture half = halved(testing::grey_picture({5, 3}, [](int x, int) { return x == 4; }));
    EXPECT_EQ(half.size(), (Size{3, 2}));
    EXPECT_NEAR(testing::pixel(half, 2, 1).r, 1, 1e-6);
    EXPECT_NEAR(testing::pixel(half, 1, 1).r, 0, 1e-6);
}

TEST(Pyramid, WeighsColourByAlpha) {
    Picture picture({2, 1}, Channels::grey_alpha, Depth::bits16);
    picture.write_channel(0, 0, 0, std::vector<float>{1, 0});
    picture.write_channel(1, 0, 0, std::vector<float>{1, 0});
    const Picture half = halved(picture);
    std::vector<float> v(1);
    half.read_channel(0, 0, 0, v);
    EXPECT_NEAR(v[0], 1, 1e-4);  // what can't be seen has no say
    half.read_channel(1, 0, 0, v);
    EXPECT_NEAR(v[0], 0.5, 1e-4);
}

TEST(Pyramid, IsSharedBetweenThreads) {
    const SharedPicture shared = share(ramp({700, 500}));
    std::vector<const Picture*> seen(4);
    std::vector<std::thread> threads;
    for (std::size_t i = 0; i < seen.size(); ++i)
        threads.emplace_back([&, i] { seen[i] = shared->level(3).get(); });
    for (auto& thread : threads) thread.join();
    for (const Picture* picture : seen) EXPECT_EQ(picture, seen[0]);
    EXPECT_EQ(seen[0]->size(), (Size{88, 63}));
}

TEST(Outline, CoversTheInsideOfASquare) {
    const std::vector<Point> square{{10, 10}, {30, 10}, {30, 30}, {10, 30}};
    const Picture mask = outline_mask({50, 40}, square);
    EXPECT_NEAR(testing::pixel(mask, 20, 20).r, 1, 1e-6);
    EXPECT_NEAR(testing::pixel(mask, 5, 20).r, 0, 1e-6);
    EXPECT_NEAR(covered_share(mask), 400.0 / 2000, 1e-3);
}

TEST(Outline, MayLeaveThePicture) {
    const std::vector<Point> wide{{-1e9, -50}, {1e9, -50}, {1e9, 20}, {-1e9, 20}};
    const Picture mask = outline_mask({50, 40}, wide);
    EXPECT_NEAR(covered_share(mask), 0.5, 1e-3);
}

TEST(Outline, CoversPixelsByHowMuchOfThemLiesInside) {
    const std::vector<Point> third{{0, 0}, {33.3, 0}, {33.3, 40}, {0, 40}};
    const Picture mask = outline_mask({100, 40}, third);
    EXPECT_NEAR(testing::pixel(mask, 32, 20).r, 1, 1e-6);
    EXPECT_NEAR(testing::pixel(mask, 33, 20).r, 0.3, 0.003);
    EXPECT_NEAR(covered_share(mask), 0.333, 1e-4);
    std::vector<Point> disc;
    for (int i = 0; i < 360; ++i)
        disc.push_back({50 + 15 * std::cos(i * M_PI / 180), 20 + 15 * std::sin(i * M_PI / 180)});
    EXPECT_NEAR(covered_share(outline_mask({100, 40}, disc)) * 4000, M_PI * 225, 1.5);
    // Crossing itself: what is wound round twice is outside.
    const std::vector<Point> twice{{10, 10}, {30, 10}, {30, 30}, {10, 30},
                                   {10, 10}, {30, 10}, {30, 30}, {10, 30}};
    EXPECT_NEAR(covered_share(outline_mask({40, 40}, twice)), 0, 1e-6);
}

TEST(Outline, SlantedTakesHalfOfThePixelsItCrosses) {
    const std::vector<Point> corner{{5, 5}, {35, 5}, {5, 35}};
    const Picture mask = outline_mask({40, 40}, corner);
    for (int y = 5; y < 35; ++y) EXPECT_NEAR(testing::pixel(mask, 39 - y, y).r, 0.5, 0.01) << y;
    EXPECT_NEAR(covered_share(mask) * 1600, 450, 0.5);
}

TEST(Outline, OfTooFewPointsIsEmpty) {
    const std::vector<Point> line{{1, 1}, {20, 20}};
    EXPECT_EQ(covered_share(outline_mask({30, 30}, line)), 0);
    EXPECT_EQ(covered_share(outline_mask({1, 1}, line)), 0);
}

TEST(Outline, Softens) {
    const std::vector<Point> half{{-5, -5}, {20, -5}, {20, 45}, {-5, 45}};
    const Picture mask = outline_mask({40, 40}, half, 3);
    EXPECT_NEAR(testing::pixel(mask, 20, 20).r, 0.5, 0.12);
    EXPECT_GT(testing::pixel(mask, 22, 20).r, 0.05);
    EXPECT_LT(testing::pixel(mask, 17, 20).r, 0.95);
}

TEST(SamePixels, AreOfOneKindSizeAndLevels) {
    Picture one({300, 200}, Channels::grey, Depth::bits16, 0.5F);
    Picture other = one;
    EXPECT_TRUE(same_pixels(one, other));
    constexpr float half = 0.5F, less = 0.499F;
    other.write_channel(0, 299, 199, std::span(&half, 1));
    EXPECT_TRUE(same_pixels(one, other)) << "written anew, and the same";
    other.write_channel(0, 299, 199, std::span(&less, 1));
    EXPECT_FALSE(same_pixels(one, other));
    EXPECT_FALSE(same_pixels(one, Picture({300, 199}, Channels::grey, Depth::bits16, 0.5F)));
    EXPECT_FALSE(same_pixels(one, Picture({300, 200}, Channels::grey, Depth::bits8, 0.5F)));
    EXPECT_FALSE(same_pixels(one, Picture({300, 200}, Channels::rgb, Depth::bits16, 0.5F)));
}

}  // namespace
}  // namespace underpaint
