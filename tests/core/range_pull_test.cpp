// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/range_pull.h"

#include <gtest/gtest.h>

#include "colour/lab.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::tint;

Painting with(const Pass& pass) {
    return with_pass(testing::sealed(testing::ramp({64, 8})), pass);
}

double step_of_grey(float encoded) {
    return static_cast<double>(1 + lab(grey(encoded)).l / 12.5F);
}

TEST(RangePull, ANeutralDarkenBeginsAtItsOwnValueAndLetsNothingBeLighter) {
    const Painting painting = with(tint(grey(0.5F), BlendMode::darken));
    const auto pull = range_pull(painting, 0, {2, 8}, Reader::lightness);
    ASSERT_TRUE(pull);
    EXPECT_TRUE(pull->from_light);
    EXPECT_NEAR(pull->begins, step_of_grey(0.5F), 0.05);
    EXPECT_NEAR(pull->is, step_of_grey(0.5F), 0.02);
    EXPECT_EQ(pull->was, 8);
}

TEST(RangePull, AColourBeginsAtItsDarkestChannel) {
    const Painting painting = with(tint({0.8F, 0.5F, 0.3F}, BlendMode::darken));
    EXPECT_NEAR(range_pull(painting, 0, {2, 8}, Reader::lightness)->begins, step_of_grey(0.3F), 0.3)
        << "where blue is cut: it weighs little, so that it takes a while to be seen";
}

TEST(RangePull, LightenDrawsUpTheDarkEndAtHalfStrengthHalfway) {
    const Painting painting = with(tint(grey(0.3F), BlendMode::lighten, 0.5F));
    const auto pull = range_pull(painting, 0, {1, 8}, Reader::lightness);
    ASSERT_TRUE(pull);
    EXPECT_FALSE(pull->from_light);
    EXPECT_NEAR(pull->begins, step_of_grey(0.3F), 0.1);
    EXPECT_NEAR(pull->is, step_of_grey(0.15F), 0.02) << "half of the way in encoded values";
}

TEST(RangePull, OthersDrawNothing) {
    const auto pull = [](Pass pass) {
        return range_pull(with(pass), 0, {2, 8}, Reader::lightness);
    };
    EXPECT_FALSE(pull(tint(grey(0.5F), BlendMode::multiply)));
    EXPECT_FALSE(pull(tint(grey(1), BlendMode::darken))) << "white darkens nothing";
    Pass off = tint(grey(0.5F), BlendMode::darken);
    off.on = false;
    EXPECT_FALSE(pull(off));
    Pass grain = tint(grey(0.5F), BlendMode::darken);
    grain.source = Grain{};
    EXPECT_FALSE(pull(grain)) << "it differs from place to place";
}

}  // namespace
}  // namespace underpaint
