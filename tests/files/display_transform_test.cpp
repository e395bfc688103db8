// SPDX-License-Identifier: GPL-3.0-or-later
#include "icc/display_transform.h"

#include <gtest/gtest.h>

#include "support/encoders.h"

namespace underpaint {
namespace {

Bytes saved(cmsHPROFILE profile) {
    cmsUInt32Number size = 0;
    cmsSaveProfileToMem(profile, nullptr, &size);
    Bytes bytes(size);
    cmsSaveProfileToMem(profile, bytes.data(), &size);
    cmsCloseProfile(profile);
    return bytes;
}

TEST(DisplayTransform, HasNothingToDoForAnSrgbScreen) {
    const auto transform = DisplayTransform::for_screen("a.icc", saved(cmsCreate_sRGBProfile()));
    ASSERT_TRUE(transform);
    EXPECT_EQ(*transform, nullptr);
}

TEST(DisplayTransform, ShowsTheSameColoursOnAWideScreen) {
    const auto transform = *DisplayTransform::for_screen("a.icc", testing::wide_profile());
    ASSERT_NE(transform, nullptr);
    // Blue, green, red and a byte that is not ours.
    std::vector<std::uint8_t> pixels{0,   0,   255, 7, 0,   255, 0,   8,
                                     255, 255, 255, 9, 128, 128, 128, 1};
    transform->convert_row(pixels);
    EXPECT_LT(pixels[2], 250) << "sRGB's red is not the reddest of the screen";
    EXPECT_GT(pixels[1], 30);
    EXPECT_LT(pixels[5], 250);
    EXPECT_NEAR(pixels[8], 255, 1);
    EXPECT_NEAR(pixels[10], 255, 1);
    // A middle grey by a plain gamma: sRGB 128 has the luminance 0.2159, whose 2.2th root is 0.498.
    for (int c = 12; c < 15; ++c) EXPECT_NEAR(pixels[static_cast<std::size_t>(c)], 127, 1);
    EXPECT_EQ(pixels[3], 7);
    EXPECT_EQ(pixels[15], 1);
}

TEST(DisplayTransform, SaysWhatIsWrongWithAProfile) {
    const auto trouble_of = [](const Bytes& bytes) {
        const auto transform = DisplayTransform::for_screen("x.icc", bytes);
        return transform ? "none" : transform.error().message();
    };
    EXPECT_EQ(trouble_of({}), "x.icc: this is not an ICC profile, or a damaged one.");
    Bytes damaged = testing::wide_profile();
    damaged.resize(damaged.size() / 3);
    EXPECT_NE(trouble_of(damaged), "none");
    const cmsCIExyY white{0.3127, 0.3290, 1};
    cmsToneCurve* curve = cmsBuildGamma(nullptr, 1.8);
    EXPECT_NE(trouble_of(saved(cmsCreateGrayProfile(&white, curve))).find("not for a screen"),
              std::string::npos);
    cmsFreeToneCurve(curve);
}

}  // namespace
}  // namespace underpaint
