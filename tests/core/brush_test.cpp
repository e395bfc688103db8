// SPDX-License-Identifier: GPL-3.0-or-later
#include "raster/brush.h"

#include "raster/polygon.h"
#include "raster/pyramid.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::pixel;

Picture blank(Size size = {400, 300}) {
    return Picture(size, Channels::grey, Depth::bits16);
}

TEST(BrushStroke, ADabIsSoftToItsRim) {
    Picture mask = blank();
    BrushStroke stroke({40, 0, 0.1, false});
    EXPECT_EQ(stroke.move(mask, {{200.5, 150.5}, 1}), (Rect{160, 110, 81, 81}));
    EXPECT_NEAR(pixel(mask, 200, 150).r, 0.1, 1e-4) << "the flow";
    EXPECT_NEAR(pixel(mask, 220, 150).r, 0.05, 1e-4) << "half of it half way out";
    EXPECT_EQ(pixel(mask, 241, 150).r, 0);
    EXPECT_NEAR(dab_coverage(0.5, 0.6), 1, 1e-9);
    EXPECT_NEAR(dab_coverage(0.8, 0.6), 0.5, 1e-9);
}

TEST(BrushStroke, LaysEvenlyHoweverThePenIsReported) {
    // The same way in one report, or in many: dabs stand at even distances all the same.
    Picture once = blank(), often = blank();
    BrushStroke one({30, 0, 0.1, false}), other({30, 0, 0.1, false});
    one.move(once, {{50, 150}, 0.8});
    one.move(once, {{350, 150}, 0.8});
    for (int x = 50; x <= 350; ++x) other.move(often, {{double(x), 150}, 0.8});
    for (int x = 20; x < 380; x += 7)
        EXPECT_NEAR(pixel(once, x, 150).r, pixel(often, x, 150).r, 0.02) << x;
    EXPECT_NEAR(pixel(once, 150, 150).r, pixel(once, 250, 150).r, 0.01) << "no dab shows";
    EXPECT_GT(pixel(once, 200, 150).r, 0.2F) << "it builds up";
}

TEST(BrushStroke, DabsOfOneMoveAddUpAsIfLaidOneByOne) {
    // Across several rows of tiles, slanted, partly beside the picture: by hand, dab by dab.
    constexpr double radius = 30, flow = 0.2, spacing = 0.2 * radius;
    const Point from{20, -10}, to{310, 290};
    const double way = std::hypot(to.x - from.x, to.y - from.y);
    // A hard core of a fifth, then a smoothstep to the rim.
    const auto covers = [](double away) {
        const double t = std::clamp((1 - away) / (1 - 0.2), 0.0, 1.0);
        return t * t * (3 - 2 * t);
    };
    Picture mask = blank();
    BrushStroke stroke({radius, 0.2, flow, false});
    stroke.move(mask, {from, 1});
    stroke.move(mask, {to, 1});
    for (int y = 3; y < 300; y += 11)
        for (int x = 1; x < 400; x += 7) {
            double left = 1;
            for (double gone = 0; gone <= way; gone += spacing) {
                const double dx = x + 0.5 - (from.x + gone / way * (to.x - from.x));
                const double dy = y + 0.5 - (from.y + gone / way * (to.y - from.y));
                left *= 1 - flow * covers(std::hypot(dx, dy) / radius);
            }
            EXPECT_NEAR(pixel(mask, x, y).r, 1 - left, 1e-3) << x << ", " << y;
        }
}

TEST(BrushStroke, PressureLaysOnMoreAndWider) {
    Picture light = blank(), hard = blank();
    BrushStroke({40, 0, 0.1, false}).move(light, {{200, 150}, 0.25});
    BrushStroke({40, 0, 0.1, false}).move(hard, {{200, 150}, 1});
    EXPECT_NEAR(pixel(light, 200, 150).r, 0.025, 1e-3);
    EXPECT_EQ(pixel(light, 228, 150).r, 0);
    EXPECT_GT(pixel(hard, 228, 150).r, 0.01F);
    EXPECT_TRUE(BrushStroke({40, 0, 0.1, false}).move(light, {{200, 150}, 0}).empty());
}

TEST(BrushStroke, TakesOff) {
    Picture mask({200, 200}, Channels::grey, Depth::bits16, 1);
    BrushStroke({40, 0, 0.5, true}).move(mask, {{100.5, 100.5}, 1});
    EXPECT_NEAR(pixel(mask, 100, 100).r, 0.5, 1e-4);
    EXPECT_EQ(pixel(mask, 10, 10).r, 1);
}

TEST(BrushStroke, MayLeaveThePictureAndIgnoresNonsense) {
    Picture mask = blank();
    BrushStroke stroke({40, 0, 0.1, false});
    EXPECT_FALSE(stroke.move(mask, {{0, 0}, 1}).empty());
    EXPECT_TRUE(stroke.move(mask, {{NAN, 5}, 1}).empty());
    Picture one = blank({1, 1});
    BrushStroke({5, 0, 1, false}).move(one, {{0.5, 0.5}, 2});
    EXPECT_EQ(pixel(one, 0, 0).r, 1) << "a pressure beyond 1 is 1";
}

TEST(PyramidChanges, RemakeOnlyWhatChanged) {
    Picture mask = testing::grey_picture(
        {515, 387}, [](int x, int y) { return ((x * 7 + y * 13) % 31) / 31.0; });
    SharedPicture pyramid = share(mask);
    for (const int level : {1, 2, 3}) pyramid->level(level);
    BrushStroke stroke({33, 0, 0.3, false});
    for (const Point at : {Point{100, 90}, {180, 200}, {514, 386}}) {
        const Rect changed = stroke.move(mask, {at, 1});
        pyramid = share(mask, pyramid, changed);
    }
    const SharedPicture anew = share(mask);
    for (const int level : {0, 1, 2, 3, 4})
        EXPECT_TRUE(same_pixels(*pyramid->level(level), *anew->level(level))) << level;
}

}  // namespace
}  // namespace underpaint
