// SPDX-License-Identifier: GPL-3.0-or-later
// What is done to masks: combining, softening, snapping, picking; and regions that hang together.
#include "raster/masks.h"

#include <cmath>

#include "raster/polygon.h"
#include "raster/regions.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::grey_picture;
using testing::pixel;

Picture disc(Size size, Point centre, double radius) {
    return grey_picture(
        size,
        [&](int x, int y) {
            return std::clamp(radius + 0.5 - std::hypot(x + 0.5 - centre.x, y + 0.5 - centre.y),
                              0.0, 1.0);
        },
        Depth::bits8);
}

FloatBlock steps(Size size, auto value) {
    FloatBlock block(rect_of(size));
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x)
            block.row(y)[static_cast<std::size_t>(x)] = static_cast<float>(value(x, y));
    return block;
}

TEST(Masks, AreCombined) {
    const Size size{300, 10};  // across tiles
    const Picture left = grey_picture(size, [](int x, int) { return x < 200 ? 0.8 : 0.0; });
    const Picture right = grey_picture(size, [](int x, int) { return x >= 100 ? 0.5 : 0.0; });
    const auto at = [&](Combine how, int x) { return pixel(combined(left, right, how), x, 5).r; };
    const float expected[][3] = {
        {0, 0.5F, 0.5F}, {0.8F, 0.8F, 0.5F}, {0.8F, 0.4F, 0}, {0, 0.5F, 0}};
    for (const Combine how :
         {Combine::replace, Combine::add, Combine::take_away, Combine::intersect})
        for (int place = 0; place < 3; ++place)
            EXPECT_NEAR(at(how, 50 + 100 * place), expected[static_cast<int>(how)][place], 1e-4)
                << static_cast<int>(how) << ' ' << place;
}

TEST(Masks, SoftenAsAGaussianDoes) {
    const Picture half = grey_picture({300, 40}, [](int x, int) { return x < 150 ? 1 : 0; });
    const Picture soft = softened(half, 6);
    for (const int away : {-12, -6, 0, 6, 12})
        EXPECT_NEAR(pixel(soft, 150 + away, 20).r,
                    0.5 * std::erfc((away + 0.5) / 6 / std::sqrt(2.0)), 2e-3)
            << away;
    EXPECT_TRUE(same_pixels(softened(half, 0), half));
}

TEST(Masks, SnapToTheEdgeNearby) {
    // A light disc on a dark ground, and masks that miss its border by some pixels either way.
    const Size size{300, 260};
    const Picture guide = grey_picture(size, [](int x, int y) {
        return std::hypot(x + 0.5 - 150, y + 0.5 - 130) < 70 ? 0.7 : 0.3;
    });
    for (const double off : {-6.0, -3.0, 3.0, 6.0}) {
        const Picture snap = snapped(disc(size, {150, 130}, 70 + off), guide, 12);
        const double radius = std::sqrt(covered_share(snap) * 300 * 260 / M_PI);
        EXPECT_NEAR(radius, 70, 1) << "drawn " << off << " px off";
        EXPECT_GT(pixel(snap, 150, 130).r, 0.99F);
        EXPECT_LT(pixel(snap, 20, 20).r, 0.01F);
    }
}

TEST(Masks, StayWhereThereIsNoEdge) {
    const Size size{200, 200};
    const Picture flat = grey_picture(size, [](int, int) { return 0.5; });
    const Picture snap = snapped(disc(size, {100, 100}, 50), flat, 8);
    EXPECT_NEAR(std::sqrt(covered_share(snap) * 200 * 200 / M_PI), 50, 0.1);
}

TEST(Picking, ByValueTakesABand) {
    const FloatBlock ramp = steps({81, 3}, [](int x, int) { return 1 + x / 10.0; });
    const Picture mask = band_mask(ramp, 3, 5, 0.5);
    EXPECT_NEAR(pixel(mask, 20, 1).r, 1, 1e-3) << "step 3";
    EXPECT_NEAR(pixel(mask, 40, 1).r, 1, 1e-3) << "step 5";
    EXPECT_NEAR(pixel(mask, 42, 1).r, 0.6, 5e-3) << "step 5.2 of 0.5 soft";
    EXPECT_EQ(pixel(mask, 14, 1).r, 0);
    EXPECT_EQ(pixel(mask, 46, 1).r, 0);
}

/// Two rooms of step 5, with a wall of step 2 between them that has a door of some pixels.
FloatBlock two_rooms(int door) {
    return steps({200, 100}, [door](int x, int y) {
        const bool wall = x >= 98 && x < 102 && !(y >= 50 && y < 50 + door);
        return wall ? 2.0 : x < 100 ? 5.0 : 5.3;
    });
}

TEST(Picking, TouchingStopsAtOtherValues) {
    const Picture closed = touching_mask(two_rooms(0), 30, 30, 0.5, 0);
    EXPECT_NEAR(covered_share(closed), 0.49, 1e-6);
    const Picture open = touching_mask(two_rooms(4), 30, 30, 0.5, 0);
    EXPECT_GT(covered_share(open), 0.97) << "through the door";
    EXPECT_NEAR(covered_share(touching_mask(two_rooms(4), 30, 30, 0.1, 0)), 0.49, 0.01)
        << "the other room is beyond the tolerance";
}

TEST(Picking, TouchingClosesGaps) {
    const Picture mask = touching_mask(two_rooms(4), 30, 30, 0.5, 4);
    EXPECT_NEAR(covered_share(mask), 0.49, 0.01);
    EXPECT_GT(pixel(mask, 0, 0).r, 0.9F) << "corners are not worn away";
    EXPECT_GT(covered_share(touching_mask(two_rooms(30), 30, 30, 0.5, 4)), 0.95)
        << "a door wide enough is no gap";
    EXPECT_GT(pixel(touching_mask(two_rooms(4), 99, 51, 0.5, 4), 99, 51).r, 0.9F)
        << "in the gap itself it still takes the pixel pointed at";
}

TEST(Picking, WorksOnOnePixel) {
    const FloatBlock one = steps({1, 1}, [](int, int) { return 5; });
    EXPECT_EQ(covered_share(touching_mask(one, 0, 0, 0.5, 3)), 1);
    EXPECT_EQ(covered_share(band_mask(one, 1, 2, 0)), 0);
}

TEST(Regions, HangTogetherByCornersAndComeLargestFirst) {
    const Size size{10, 6};
    std::vector<std::uint8_t> inside(60);
    for (const int at : {11, 22, 23, 48, 57, 58, 59, 49}) inside[static_cast<std::size_t>(at)] = 1;
    const Regions regions = find_regions(size, inside);
    ASSERT_EQ(regions.regions.size(), 2U);
    EXPECT_EQ(regions.regions[0].area, 5);
    EXPECT_EQ(regions.regions[0].bounds, (Rect{7, 4, 3, 2}));
    EXPECT_EQ(regions.regions[1].area, 3) << "11 touches 22 by a corner";
    EXPECT_EQ(regions.labels[0], 0);
    EXPECT_TRUE(find_regions(size, std::vector<std::uint8_t>(60)).regions.empty());
}

}  // namespace
}  // namespace underpaint
