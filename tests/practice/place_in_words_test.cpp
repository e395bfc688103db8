// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/place_in_words.h"

#include <gtest/gtest.h>

namespace underpaint {
namespace {

TEST(PlaceInWords, NamesTheNinthThatTheCentreLiesIn) {
    constexpr const char* kNames[3][3] = {{"upper left", "upper middle", "upper right"},
                                          {"left", "middle", "right"},
                                          {"lower left", "lower middle", "lower right"}};
    for (const Size picture : {Size{90, 60}, Size{31, 97}, Size{3, 3}})
        for (int row = 0; row < 3; ++row)
            for (int column = 0; column < 3; ++column) {
                const int x = picture.width * (2 * column + 1) / 6,
                          y = picture.height * (2 * row + 1) / 6;
                EXPECT_EQ(place_in_words({x, y, 1, 1}, picture), kNames[row][column])
                    << x << ", " << y << " of " << picture.width << " x " << picture.height;
            }
}

TEST(PlaceInWords, GoesByTheCentreAndNotByTheCorner) {
    EXPECT_EQ(place_in_words({0, 0, 90, 60}, {90, 60}), "middle");
    EXPECT_EQ(place_in_words({0, 0, 70, 10}, {90, 60}), "upper middle");
    EXPECT_EQ(place_in_words({62, 1, 28, 58}, {90, 60}), "right");
}

}  // namespace
}  // namespace underpaint
