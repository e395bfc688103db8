// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include <cmath>

#include "colour/lab.h"
#include "colour/oklab.h"
#include "colour/reader.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"
#include "support/names.h"

namespace underpaint {
namespace {

TEST(Srgb, DecodesPublishedValues) {
    EXPECT_FLOAT_EQ(srgb_decode(0), 0);
    EXPECT_FLOAT_EQ(srgb_decode(1), 1);
    EXPECT_NEAR(srgb_decode(0.5F), 0.214041F, 1e-6);
    EXPECT_NEAR(srgb_decode(0.04045F), 0.0031308F, 1e-7);
    EXPECT_NEAR(srgb_decode(128 / 255.0F), 0.215861F, 1e-6);
}

TEST(Srgb, EncodeUndoesDecodeForEveryLevelOf16Bits) {
    for (int level = 0; level < 65536; ++level) {
        const float v = static_cast<float>(level) / 65535.0F;
        ASSERT_NEAR(srgb_encode(srgb_decode(v)), v, 2e-6) << level;
    }
}

TEST(Srgb, RisesWithoutAJumpWhereItsSegmentsMeet) {
    float before = srgb_decode(0.0404F);
    for (float v = 0.0404F; v < 0.0406F; v += 1e-6F) {
        const float now = srgb_decode(v);
        EXPECT_GE(now, before);
        EXPECT_LT(now - before, 1e-6F);
        before = now;
    }
}

TEST(Srgb, IsOddOutsideTheGamut) {
    EXPECT_FLOAT_EQ(srgb_decode(-0.5F), -srgb_decode(0.5F));
    EXPECT_FLOAT_EQ(srgb_encode(-0.2F), -srgb_encode(0.2F));
}

TEST(Srgb, LuminanceOfWhiteIsOne) {
    EXPECT_FLOAT_EQ(luminance({1, 1, 1}), 1);
    EXPECT_FLOAT_EQ(luminance({0, 1, 0}), 0.7152F);
}

TEST(Lightness, HasTheKnownValues) {
    EXPECT_FLOAT_EQ(lightness_of_luminance(0), 0);
    EXPECT_FLOAT_EQ(lightness_of_luminance(1), 100);
    EXPECT_NEAR(lightness_of_luminance(0.18F), 49.496F, 1e-3);
    EXPECT_NEAR(lightness_of_luminance(216.0F / 24389.0F), 8, 1e-4);
}

TEST(Lightness, AndLuminanceUndoEachOther) {
    for (int i = 0; i <= 1000; ++i) {
        const float l = static_cast<float>(i) / 10;
        EXPECT_NEAR(lightness_of_luminance(luminance_of_lightness(l)), l, 2e-4);
    }
}

TEST(Lab, MatchesPublishedPrimaries) {
    const Lab red = lab({1, 0, 0});
    EXPECT_NEAR(red.l, 53.24, 0.01);
    EXPECT_NEAR(red.a, 80.09, 0.02);
    EXPECT_NEAR(red.b, 67.20, 0.03);
    const Lab blue = lab({0, 0, 1});
    EXPECT_NEAR(blue.l, 32.30, 0.01);
    EXPECT_NEAR(blue.a, 79.19, 0.02);
    EXPECT_NEAR(blue.b, -107.86, 0.03);
}

TEST(Lab, EveryNeutralHasNoColour) {
    for (int level = 0; level < 256; ++level) {
        const Lab c = lab(grey(static_cast<float>(level) / 255));
        EXPECT_NEAR(c.a, 0, 1e-5);
        EXPECT_NEAR(c.b, 0, 1e-5);
    }
}

TEST(OkLab, MatchesPublishedColours) {
    // CSS Color Module Level 4: the OKLab of sRGB red, lime and blue.
    const OkLab red = oklab(decode({1, 0, 0}));
    EXPECT_NEAR(red.l, 0.62796, 1e-4);
    EXPECT_NEAR(red.a, 0.22486, 1e-4);
    EXPECT_NEAR(red.b, 0.12585, 1e-4);
    const OkLab lime = oklab(decode({0, 1, 0}));
    EXPECT_NEAR(lime.l, 0.86644, 1e-4);
    EXPECT_NEAR(lime.a, -0.23389, 1e-4);
    EXPECT_NEAR(lime.b, 0.17950, 1e-4);
    const OkLab blue = oklab(decode({0, 0, 1}));
    EXPECT_NEAR(blue.l, 0.45201, 1e-4);
    EXPECT_NEAR(blue.a, -0.03246, 1e-4);
    EXPECT_NEAR(blue.b, -0.31153, 1e-4);
}

TEST(OkLab, ComesBackForAGridOfColours) {
    for (int i = 0; i < 11 * 11 * 11; ++i) {
        const LinearRgb c{static_cast<float>(i % 11) / 10, static_cast<float>(i / 11 % 11) / 10,
                          static_cast<float>(i / 121) / 10};
        const LinearRgb back = linear_rgb(oklab(oklch(oklab(c))));
        EXPECT_NEAR(back.r, c.r, 2e-5);
        EXPECT_NEAR(back.g, c.g, 2e-5);
        EXPECT_NEAR(back.b, c.b, 2e-5);
    }
}

class EveryReader : public ::testing::TestWithParam<Reader> {};

TEST_P(EveryReader, ReadsNeutralsAlike) {
    for (int level = 0; level < 256; ++level) {
        const Rgb c = grey(static_cast<float>(level) / 255);
        EXPECT_NEAR(read(GetParam(), c), read(Reader::lightness, c), 0.002) << level;
    }
}

TEST_P(EveryReader, StaysBetweenBlackAndWhite) {
    for (int i = 0; i < 17 * 17 * 17; ++i) {
        const Rgb c{static_cast<float>(i % 17) / 16, static_cast<float>(i / 17 % 17) / 16,
                    static_cast<float>(i / 289) / 16};
        EXPECT_GE(read(GetParam(), c), -1e-4);
        EXPECT_LE(read(GetParam(), c), 100.001);
    }
}

TEST_P(EveryReader, IsFoundByItsId) {
    EXPECT_EQ(reader_from_id(text_of(GetParam()).id), GetParam());
}

INSTANTIATE_TEST_SUITE_P(Readers, EveryReader,
                         ::testing::Values(Reader::lightness, Reader::luma, Reader::oklab,
                                           Reader::glow),
                         [](const auto& test) { return std::string(text_of(test.param).id); });

TEST(Readers, DisagreeWhereColoursAreStrong) {
    const Rgb red{1, 0, 0};
    EXPECT_NEAR(read(Reader::lightness, red), 53.24, 0.01);
    // Encoded sum 0.3, so the neutral of encoded 0.3.
    EXPECT_NEAR(read(Reader::luma, red), read(Reader::lightness, grey(0.3F)), 1e-3);
    // OKLab L 0.62796: Y = 0.24763.
    EXPECT_NEAR(read(Reader::oklab, red), 56.84, 0.02);
    // By hand: L* 53.24, h 40.0, C* 104.55: 53.24 + 1.169 (0.116 x 0.42262 + 0.085) 104.55.
    EXPECT_NEAR(read(Reader::glow, red), 69.62, 0.05);
}

TEST(Readers, AnUnknownIdIsNone) {
    EXPECT_EQ(reader_from_id("brightness"), std::nullopt);
    EXPECT_EQ(reader_from_id(""), std::nullopt);
}

TEST(Readers, GreyOfALightnessReadsAsIt) {
    for (int l = 0; l <= 100; ++l)
        EXPECT_NEAR(read(Reader::lightness, grey(encoded_grey_of(static_cast<float>(l)))), l, 1e-3);
}

TEST(ValueScale, MeetsBothEnds) {
    EXPECT_FLOAT_EQ(step_of(0), 1);
    EXPECT_FLOAT_EQ(step_of(50), 5);
    EXPECT_FLOAT_EQ(step_of(100), 9);
    EXPECT_FLOAT_EQ(step_of(0, ValueScale::zero_to_ten), 0);
    EXPECT_FLOAT_EQ(step_of(100, ValueScale::zero_to_ten), 10);
    for (const auto scale : {ValueScale::one_to_nine, ValueScale::zero_to_ten})
        for (float l = 0; l <= 100; l += 2.5F)
            EXPECT_NEAR(lightness_of_step(step_of(l, scale), scale), l, 1e-5);
}

}  // namespace
}  // namespace underpaint
