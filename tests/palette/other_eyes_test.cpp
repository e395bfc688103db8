// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/other_eyes.h"

#include <gtest/gtest.h>

#include "colour/ciede2000.h"
#include "colour/srgb.h"

namespace underpaint {
namespace {

TEST(OtherEyes, SeeNeutralsAsTheyAreAndMixWithTheIdentity) {
    for (const EyesText& eyes : kOtherEyes)
        for (const float v : {0.0F, 0.2F, 1.0F}) {
            const LinearRgb seen = seen_by(eyes.eyes, LinearRgb{v, v, v});
            EXPECT_NEAR(seen.r, v, 2e-6) << eyes.id;
            EXPECT_NEAR(seen.g, v, 2e-6) << eyes.id;
            EXPECT_NEAR(seen.b, v, 2e-6) << eyes.id;
        }
    const LinearRgb red{1, 0, 0};
    const LinearRgb half = seen_by(Eyes::red_blind, red, 0.5F);
    EXPECT_NEAR(half.r, 0.5 * (1 + 0.152286), 1e-6);
    EXPECT_NEAR(half.g, 0.5 * 0.114503, 1e-6);
    EXPECT_EQ(seen_by(Eyes::green_blind, red, 0), red);
}

TEST(OtherEyes, TellRedFromGreenLessAndBlueFromYellowAsBefore) {
    const auto apart = [](Eyes eyes, Rgb a, Rgb b) {
        return ciede2000(lab(seen_by(eyes, a)), lab(seen_by(eyes, b)));
    };
    const Rgb red{0.7F, 0.35F, 0.3F}, green{0.4F, 0.5F, 0.3F};
    const double usual = ciede2000(lab(red), lab(green));
    EXPECT_LT(apart(Eyes::green_blind, red, green), usual / 2);
    EXPECT_LT(apart(Eyes::red_blind, red, green), usual / 2);
    EXPECT_GT(apart(Eyes::blue_blind, red, green), usual / 2);
    EXPECT_EQ(eyes_from_id("green-blind"), Eyes::green_blind);
    EXPECT_FALSE(eyes_from_id("blind"));
}

}  // namespace
}  // namespace underpaint
