// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/pyramid.h"

#include <gtest/gtest.h>

#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::noise;

TEST(PyramidMemory, IsTakenWhenAskedForAndGivenBack) {
    const Pyramid pyramid(noise({700, 500}, Channels::rgb, Depth::bits8));
    EXPECT_EQ(pyramid.level_bytes(), 0U);
    const Picture second = *pyramid.level(2);
    EXPECT_GT(pyramid.level_bytes(), std::size_t{3} * 350 * 250) << "the one between is kept too";
    pyramid.forget_levels();
    EXPECT_EQ(pyramid.level_bytes(), 0U);
    EXPECT_TRUE(same_pixels(*pyramid.level(2), second)) << "made again";
}

TEST(PyramidMemory, WhatIsInUseStays) {
    const Pyramid pyramid(noise({256, 256}, Channels::grey, Depth::bits16));
    const Pyramid::Level used = pyramid.level(1);
    const Picture copy = *used;
    EXPECT_NE(pyramid.level(2), nullptr);
    pyramid.forget_levels();
    EXPECT_EQ(pyramid.level_bytes(), used->bytes());
    EXPECT_TRUE(same_pixels(*used, copy));
    EXPECT_EQ(pyramid.level(1), used);
}

TEST(PyramidChanges, AreKnownSinceEachPictureThatItCameFrom) {
    const auto blank = [] { return Picture({100, 80}, Channels::grey, Depth::bits8); };
    const SharedPicture first = share(blank());
    const SharedPicture second = share(blank(), first, {10, 10, 5, 5});
    SharedPicture third = share(blank(), share(blank(), second, {20, 30, 5, 5}), {90, 70, 50, 50});
    EXPECT_EQ(third->changed_since(*second), (Rect{20, 30, 80, 50})) << "one between them is gone";
    EXPECT_EQ(third->changed_since(*first), (Rect{10, 10, 90, 70}));
    EXPECT_EQ(second->changed_since(*first), (Rect{10, 10, 5, 5}));
    EXPECT_EQ(first->changed_since(*second), std::nullopt) << "not backwards";
    EXPECT_EQ(third->changed_since(*share(blank())), std::nullopt);
    for (int i = 0; i < 1000; ++i) third = share(blank(), third, {1, 1, 1, 1});
    EXPECT_LE(third->ancestors().size(), 16U);
    EXPECT_EQ(third->changed_since(*first), (Rect{1, 1, 99, 79}));
}

TEST(PyramidMemory, OfOnePixelIsItself) {
    const Pyramid pyramid(Picture({1, 1}, Channels::grey, Depth::bits8, 0.5F));
    EXPECT_EQ(pyramid.level(9)->size(), (Size{1, 1}));
    EXPECT_EQ(pyramid.level(0).get(), &pyramid.base());
}

TEST(PictureAreas, AreReadAndWrittenAsRowsAre) {
    const Picture picture = noise({300, 270}, Channels::rgb_alpha, Depth::bits8, 3);
    // A strip of whole tile rows, a tile cut at the border, and one across four tiles.
    for (const Rect& area :
         {Rect{128, 8, 128, 8}, Rect{256, 256, 44, 14}, Rect{100, 90, 77, 60}, Rect{0, 0, 1, 1}}) {
        RgbBlock block(area);
        picture.read_rgb(block);
        FloatBlock alpha(area);
        picture.read_alpha(alpha);
        std::vector<float> row(static_cast<std::size_t>(area.width));
        for (int y = 0; y < area.height; ++y) {
            picture.read_channel(1, area.x, area.y + y, row);
            ASSERT_TRUE(std::ranges::equal(row, std::as_const(block).row(y).g)) << y;
            picture.read_alpha(area.x, area.y + y, row);
            ASSERT_TRUE(std::ranges::equal(row, std::as_const(alpha).row(y))) << y;
        }
        Picture copy(picture.size(), Channels::rgb_alpha, Depth::bits8);
        copy.write_rgb(block);
        RgbBlock back(area);
        copy.read_rgb(back);
        EXPECT_TRUE(std::ranges::equal(std::as_const(back).all().b, std::as_const(block).all().b));
        copy.settle(area);
        copy.read_rgb(back);
        EXPECT_TRUE(std::ranges::equal(std::as_const(back).all().r, std::as_const(block).all().r));
    }
}

TEST(PictureAreas, OfOneValueCostNothingOnceSettled) {
    Picture picture({256, 256}, Channels::grey, Depth::bits8);
    FloatBlock ones({0, 0, 256, 256}, 1);
    picture.write_channel(0, ones.area(), std::as_const(ones).samples());
    picture.settle({0, 0, 128, 128});
    EXPECT_EQ(picture.bytes(), std::size_t{3} * 128 * 128) << "only the tile that was named";
    picture.settle();
    EXPECT_EQ(picture.bytes(), 0U);
    EXPECT_TRUE(picture.surely_all(0, {10, 10, 200, 200}, 1));
}

}  // namespace
}  // namespace underpaint
