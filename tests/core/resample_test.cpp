// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures at the size of a screen, against sums written out pixel by pixel.
#include "render/resample.h"

#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "render/inputs.h"
#include "render/view.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::noise;
using testing::pixel;

/// The mean of what a pixel of the view covers of a picture.
double mean_under(const Picture& picture, double shrink, int x, int y) {
    const auto share = [](double from, double to, int at) {
        return std::max(0.0, std::min(to, at + 1.0) - std::max<double>(from, at));
    };
    const Size size = picture.size();
    const double right = std::min<double>((x + 1) * shrink, size.width),
                 bottom = std::min<double>((y + 1) * shrink, size.height);
    double sum = 0, weight = 0;
    for (int v = static_cast<int>(y * shrink); v < bottom; ++v)
        for (int u = static_cast<int>(x * shrink); u < right; ++u) {
            const double w = share(x * shrink, right, u) * share(y * shrink, bottom, v);
            sum += w * pixel(picture, u, v).r;
            weight += w;
        }
    return sum / weight;
}

TEST(Resample, MadeSmallerIsTheMeanOfTheArea) {
    const SharedPicture picture = share(noise({97, 61}, Channels::grey, Depth::bits16, 8));
    // Below 2 no halving comes in between, so that nothing but rounding may be off.
    for (const double shrink : {1.0, 1.25, 1.7, 1.99}) {
        SeenPicture seen(picture, shrink);
        const Size size = size_at(picture->size(), shrink);
        const Picture& small = seen.inside(rect_of(size));
        ASSERT_EQ(small.size(), size);
        for (int y = 0; y < size.height; y += 5)
            for (int x = 0; x < size.width; x += 3)
                ASSERT_NEAR(pixel(small, x, y).r, mean_under(picture->base(), shrink, x, y), 3e-5)
                    << shrink << " at " << x << " " << y;
        const int right = size.width - 1, bottom = size.height - 1;
        EXPECT_NEAR(pixel(small, right, bottom).r,
                    mean_under(picture->base(), shrink, right, bottom), 3e-5)
            << "the last pixel stands for less";
    }
}

TEST(Resample, BeyondAHalvingComesCloseToTheMean) {
    // A smooth picture; a part of a pixel of the halving counts as its middle, which is off by less
    // than a tenth of a pixel of the view: 0.01 at this slope.
    const SharedPicture picture = share(testing::grey_picture({256, 200}, [](int x, int y) {
        return 0.5 + 0.2 * std::sin(x * 0.04) + 0.2 * std::cos(y * 0.03);
    }));
    for (const double shrink : {2.5, 3.3, 5.45, 11.0}) {
        SeenPicture seen(picture, shrink);
        const Size size = size_at(picture->size(), shrink);
        const Picture& small = seen.inside(rect_of(size));
        for (int y = 0; y + 1 < size.height; y += 2)
            for (int x = 0; x + 1 < size.width; x += 2)
                ASSERT_NEAR(pixel(small, x, y).r, mean_under(picture->base(), shrink, x, y), 1e-2)
                    << shrink << " at " << x << " " << y;
    }
}

TEST(Resample, OfOneValueKeepsItAndCostsNothing) {
    const SharedPicture white = share(Picture({300, 300}, Channels::grey, Depth::bits8, 1));
    SeenPicture seen(white, 1.3);
    const Picture& small = seen.inside({0, 0, 230, 230});
    EXPECT_TRUE(small.surely_all(0, {0, 0, 230, 230}, 1));
    EXPECT_EQ(seen.bytes(), 0U);
}

TEST(InputsTest, GiveTheSamePictureToAllWhoAsk) {
    const SharedPicture picture = share(noise({200, 150}, Channels::grey, Depth::bits8));
    Inputs inputs({200, 150}, 1.5);
    SeenPicture& first = inputs.seen(picture);
    EXPECT_EQ(&inputs.seen(picture), &first);
    first.inside({0, 0, 100, 100});
    EXPECT_GT(inputs.bytes(), 0U);
    const Placement moved{.x = 3};
    SeenPlaced& placed = inputs.seen(picture, moved);
    EXPECT_EQ(&inputs.seen(picture, moved), &placed);
    EXPECT_NE(&inputs.seen(picture, Placement{.x = 4}), &placed);
}

TEST(InputsTest, ForgetWhatWasNotAskedForSince) {
    const SharedPicture kept = share(noise({200, 150}, Channels::grey, Depth::bits8));
    const SharedPicture gone = share(noise({200, 150}, Channels::grey, Depth::bits8, 2));
    Inputs inputs({200, 150}, 1.5);
    inputs.seen(kept).inside({0, 0, 100, 100});
    inputs.seen(gone).inside({0, 0, 100, 100});
    const std::size_t both = inputs.bytes();
    inputs.forget_unused();
    EXPECT_EQ(inputs.bytes(), both) << "all were asked for";
    inputs.seen(kept);
    inputs.forget_unused();
    EXPECT_LT(inputs.bytes(), both);
    EXPECT_EQ(gone.use_count(), 1);
}

TEST(Resample, WhereAPictureMayBeSeenIsNeverTooLittle) {
    Picture dot({60, 40}, Channels::rgb_alpha, Depth::bits8);
    const float whole[] = {1};
    dot.write_channel(3, 30, 20, whole);
    dot.settle();
    const SharedPicture opaque = share(noise({60, 40}, Channels::rgb, Depth::bits8)),
                        clear = share(Picture({60, 40}, Channels::rgb_alpha, Depth::bits8)),
                        pictures[] = {opaque, clear, share(dot)};
    std::mt19937 random(5);
    int seen = 0, unseen = 0;
    for (int i = 0; i < 3000; ++i) {
        Placement placement{.x = double(random() % 300) - 100, .y = double(random() % 300) - 100};
        if (i % 3 > 0) placement.scale = 0.5 + double(random() % 8) / 4;
        placement.quarter_turns = static_cast<int>(random() % 4);
        placement.mirrored = random() % 2 == 0;
        const double shrink = 1 + double(random() % 7) / 2;
        const Rect tile{int(random() % 200), int(random() % 200), 16, 16};
        RgbBlock colour(tile);
        FloatBlock alpha(tile);
        const SharedPicture& picture = pictures[i % 3 == 0 ? i / 3 % 3 : 0];
        const Cover cover = resample(*picture, placement, shrink, colour, alpha);
        const bool may = may_be_seen(*picture, placement, shrink, tile);
        EXPECT_TRUE(may || cover == Cover::none) << i;
        may ? ++seen : ++unseen;
    }
    EXPECT_GT(seen, 100);
    EXPECT_GT(unseen, 1000);
}

TEST(ViewTest, SizesAreRoundedUp) {
    EXPECT_EQ(size_at({100, 51}, 1), (Size{100, 51}));
    EXPECT_EQ(size_at({100, 51}, 2), (Size{50, 26}));
    EXPECT_EQ(size_at({100, 51}, 3), (Size{34, 17}));
    EXPECT_EQ(size_at({1, 1}, 1000), (Size{1, 1}));
    EXPECT_EQ(size_at({6000, 4000}, 6000.0 / 1100), (Size{1100, 734}));
}

TEST(ViewTest, LevelsAreFoundByTheirShrink) {
    EXPECT_EQ(level_at(1), 0);
    EXPECT_EQ(level_at(8), 3);
    EXPECT_EQ(level_at(7.9), -1);
    EXPECT_EQ(level_at(0.5), -1);
    EXPECT_EQ(level_for({6000, 4000}, 1600), 1);
    EXPECT_EQ(level_for({1600, 10}, 1600), 0);
    EXPECT_EQ(level_for({1, 1}, 1600), 0);
}

}  // namespace
}  // namespace underpaint
