// SPDX-License-Identifier: GPL-3.0-or-later
// A coarse picture stands where the fine one will: nothing jumps when that comes.
#include "desk/view/enlarged.h"

#include <gtest/gtest.h>

namespace underpaint {
namespace {

/// A slope across and down, as the painting's pixels would have it at their middles.
QImage slope(const View& view, double across, double down) {
    QImage image(view.area.width, view.area.height, QImage::Format_RGB32);
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x)
            image.setPixelColor(x, y,
                                QColor(qRound((view.area.x + x + 0.5) * view.shrink * across),
                                       qRound((view.area.y + y + 0.5) * view.shrink * down), 70));
    return image;
}

TEST(Enlarged, WhatIsStraightStaysInItsPlace) {
    // Of a painting of 1000 pixels: twice as coarse, and by less than two; cut anywhere.
    for (const auto& [fine, coarse] :
         {std::pair(View{1, {301, 200, 200, 150}}, View{2, {150, 100, 101, 76}}),
          {View{1.37, {111, 60, 210, 99}}, View{2, {76, 41, 145, 69}}},
          {View{5.87, {0, 0, 170, 120}}, View{16, {0, 0, 63, 45}}}}) {
        const Seen seen = enlarged({slope(coarse, 0.22, 0.2), {}, coarse}, fine);
        const QImage wanted = slope(fine, 0.22, 0.2);
        EXPECT_EQ(seen.view, fine);
        ASSERT_EQ(seen.image.size(), wanted.size());
        EXPECT_TRUE(seen.right.isNull());
        int compared = 0;
        // At the very border there is no neighbour to mix with.
        for (int y = 12; y + 12 < wanted.height(); ++y)
            for (int x = 12; x + 12 < wanted.width(); ++x, ++compared) {
                const QColor is = seen.image.pixelColor(x, y), should = wanted.pixelColor(x, y);
                ASSERT_NEAR(is.red(), should.red(), 1.1) << fine.shrink << " " << x << " " << y;
                ASSERT_NEAR(is.green(), should.green(), 1.1) << fine.shrink << " " << x << " " << y;
                ASSERT_EQ(is.blue(), 70);
            }
        EXPECT_GT(compared, 10'000);
    }
}

TEST(Enlarged, BothSidesOfATwinAre) {
    const View coarse{4, {0, 0, 20, 10}}, fine{1, {0, 0, 80, 40}};
    const Seen seen = enlarged({slope(coarse, 1, 1), slope(coarse, 2, 2), coarse}, fine);
    EXPECT_EQ(seen.right.size(), QSize(80, 40));
    EXPECT_NEAR(seen.right.pixelColor(40, 20).red(), 2 * seen.image.pixelColor(40, 20).red(), 2);
}

}  // namespace
}  // namespace underpaint
