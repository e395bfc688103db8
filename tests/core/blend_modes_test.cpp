// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include "blend/lay.h"
#include "blend/separable.h"
#include "support/names.h"

namespace underpaint {
namespace {

struct Worked {
    BlendMode mode;
    float backdrop, source, result;
};

// Each worked by hand from the formulas of W3C Compositing and Blending Level 1, 10.1.
constexpr Worked kWorked[] = {
    {BlendMode::normal, 0.3F, 0.8F, 0.8F},
    {BlendMode::multiply, 0.5F, 0.4F, 0.2F},
    {BlendMode::screen, 0.5F, 0.4F, 0.7F},
    {BlendMode::overlay, 0.25F, 0.6F, 0.3F},  // multiply(0.6, 0.5)
    {BlendMode::overlay, 0.75F, 0.6F, 0.8F},  // screen(0.6, 0.5)
    {BlendMode::darken, 0.3F, 0.8F, 0.3F},
    {BlendMode::lighten, 0.3F, 0.8F, 0.8F},
    {BlendMode::color_dodge, 0.2F, 0.5F, 0.4F},
    {BlendMode::color_dodge, 0.0F, 1.0F, 0.0F},
    {BlendMode::color_dodge, 0.1F, 1.0F, 1.0F},
    {BlendMode::color_burn, 0.8F, 0.5F, 0.6F},
    {BlendMode::color_burn, 1.0F, 0.0F, 1.0F},
    {BlendMode::color_burn, 0.9F, 0.0F, 0.0F},
    {BlendMode::hard_light, 0.5F, 0.3F, 0.3F},  // multiply(0.5, 0.6)
    {BlendMode::hard_light, 0.5F, 0.8F, 0.8F},  // screen(0.5, 0.6)
    {BlendMode::soft_light, 0.5F, 0.25F, 0.375F},
    {BlendMode::soft_light, 0.64F, 0.75F, 0.72F},  // d = sqrt(0.64)
    {BlendMode::soft_light, 0.1F, 1.0F, 0.296F},   // d = ((16b - 12)b + 4)b
    {BlendMode::difference, 0.3F, 0.8F, 0.5F},
    {BlendMode::exclusion, 0.3F, 0.8F, 0.62F},
    {BlendMode::plus, 0.3F, 0.5F, 0.8F},
    {BlendMode::plus, 0.7F, 0.5F, 1.0F},
};

TEST(SeparableBlends, MatchHandWorkedValues) {
    for (const Worked& w : kWorked) {
        const Rgb result = blend(w.mode, grey(w.backdrop), grey(w.source));
        EXPECT_NEAR(result.r, w.result, 1e-6)
            << text_of(w.mode).id << " " << w.backdrop << " " << w.source;
        EXPECT_EQ(result.r, result.g);
        EXPECT_EQ(result.r, result.b);
    }
}

TEST(SeparableBlends, TreatChannelsApart) {
    const Rgb result = blend(BlendMode::multiply, {0.5F, 1, 0.2F}, {0.5F, 0.3F, 1});
    EXPECT_NEAR(result.r, 0.25F, 1e-6);
    EXPECT_NEAR(result.g, 0.3F, 1e-6);
    EXPECT_NEAR(result.b, 0.2F, 1e-6);
}

TEST(NonSeparableBlends, MatchHandWorkedValues) {
    // Red over grey 0.3: Lum(red) = 0.3 already.
    const Rgb red = blend(BlendMode::color, grey(0.3F), {1, 0, 0});
    EXPECT_NEAR(red.r, 1, 1e-6);
    EXPECT_NEAR(red.g, 0, 1e-6);
    // Red over grey 0.5: raised by 0.2 to (1.2, 0.2, 0.2), clipped about 0.5 by 0.5 / 0.7.
    const Rgb pink = blend(BlendMode::color, grey(0.5F), {1, 0, 0});
    EXPECT_NEAR(pink.r, 1, 1e-6);
    EXPECT_NEAR(pink.g, 0.5F - 0.3F * 0.5F / 0.7F, 1e-6);
    // Luminosity is color the other way round.
    const Rgb back = blend(BlendMode::luminosity, {1, 0, 0}, grey(0.5F));
    EXPECT_NEAR(back.g, pink.g, 1e-6);
    // A neutral source takes all saturation.
    const Rgb flat = blend(BlendMode::saturation, {0.8F, 0.2F, 0.4F}, grey(0.1F));
    EXPECT_NEAR(flat.r, flat.g, 1e-6);
    EXPECT_NEAR(flat.r, 0.3F * 0.8F + 0.59F * 0.2F + 0.11F * 0.4F, 1e-6);
    // Hue over a neutral finds no saturation to keep.
    const Rgb still = blend(BlendMode::hue, grey(0.4F), {0.1F, 0.9F, 0.2F});
    EXPECT_NEAR(still.r, 0.4F, 1e-6);
    EXPECT_NEAR(still.b, 0.4F, 1e-6);
    // Hue over (0.8, 0.2, 0.4) keeps its saturation of 0.6 and its sum of 0.402.
    const Rgb turned = blend(BlendMode::hue, {0.8F, 0.2F, 0.4F}, {0, 1, 0});
    EXPECT_NEAR(turned.g - turned.r, 0.6F, 1e-6);
    EXPECT_NEAR(0.3F * turned.r + 0.59F * turned.g + 0.11F * turned.b, 0.402F, 1e-6);
}

TEST(Blends, HaveTheirNeutrals) {
    for (int level = 0; level <= 255; ++level) {
        const Rgb b = grey(static_cast<float>(level) / 255);
        EXPECT_EQ(blend(BlendMode::multiply, b, grey(1)), b);
        EXPECT_NEAR(blend(BlendMode::screen, b, grey(0)).r, b.r, 1e-7);
        EXPECT_EQ(blend(BlendMode::darken, b, grey(1)), b);
        EXPECT_EQ(blend(BlendMode::lighten, b, grey(0)), b);
        EXPECT_EQ(blend(BlendMode::difference, b, grey(0)), b);
        EXPECT_EQ(blend(BlendMode::exclusion, b, grey(0)), b);
        EXPECT_NEAR(blend(BlendMode::soft_light, b, grey(0.5F)).r, b.r, 1e-7);
        EXPECT_NEAR(blend(BlendMode::hard_light, b, grey(0.5F)).r, b.r, 1e-7);
        EXPECT_EQ(blend(BlendMode::plus, b, grey(0)), b);
    }
}

TEST(Blends, OverlayOverNearWhiteDoesAlmostNothing) {
    const Rgb lit = blend(BlendMode::overlay, grey(0.98F), {0.9F, 0.5F, 0.2F});
    EXPECT_LT(std::abs(lit.b - 0.98F), 0.03);
}

class EveryBlend : public ::testing::TestWithParam<BlendText> {};

TEST_P(EveryBlend, StaysInRangeForAllGreysAndColours) {
    for (int i = 0; i < 9 * 9 * 9; ++i)
        for (int k = 0; k < 5 * 5 * 5; ++k) {
            const Rgb b{static_cast<float>(i % 9) / 8, static_cast<float>(i / 9 % 9) / 8,
                        static_cast<float>(i / 81) / 8};
            const Rgb s{static_cast<float>(k % 5) / 4, static_cast<float>(k / 5 % 5) / 4,
                        static_cast<float>(k / 25) / 4};
            const Rgb r = blend(GetParam().mode, b, s);
            for (const float v : {r.r, r.g, r.b}) {
                ASSERT_GE(v, -1e-5) << text_of(GetParam().mode).id;
                ASSERT_LE(v, 1 + 1e-5) << text_of(GetParam().mode).id;
            }
        }
}

TEST_P(EveryBlend, DoesNothingWithoutAlpha) {
    const Rgb b{0.2F, 0.5F, 0.9F};
    EXPECT_EQ(lay({GetParam().mode, 0.5F}, b, {0.7F, 0.1F, 0.3F}, 0), b);
}

TEST_P(EveryBlend, MixesTowardTheBlendWithAlpha) {
    const Rgb b{0.2F, 0.5F, 0.9F}, s{0.7F, 0.1F, 0.3F};
    const Laying how{GetParam().mode, 0};
    if (GetParam().mode == BlendMode::plus || GetParam().mode == BlendMode::true_colour) return;
    const Rgb whole = lay(how, b, s, 1), quarter = lay(how, b, s, 0.25F);
    EXPECT_NEAR(quarter.r, b.r + 0.25F * (whole.r - b.r), 1e-6);
    EXPECT_NEAR(quarter.g, b.g + 0.25F * (whole.g - b.g), 1e-6);
    EXPECT_NEAR(quarter.b, b.b + 0.25F * (whole.b - b.b), 1e-6);
}

TEST_P(EveryBlend, IsFoundByItsId) {
    EXPECT_EQ(blend_from_id(GetParam().id), GetParam().mode);
    EXPECT_FALSE(GetParam().label.empty());
    EXPECT_FALSE(GetParam().about.empty());
}

INSTANTIATE_TEST_SUITE_P(Blends, EveryBlend, ::testing::ValuesIn(kBlendTexts),
                         [](const auto& test) {
                             std::string id(test.param.id);
                             std::erase(id, '-');
                             return id;
                         });

TEST(Plus, AddsTheSourceTimesAlphaUpToWhite) {
    // W3C Compositing Level 1, 9.1.4: min(1, 0.8 + 0.5 x 0.8), not half way to min(1, 1.6).
    EXPECT_FLOAT_EQ(lay({BlendMode::plus, 0}, grey(0.8F), grey(0.8F), 0.5F).r, 1);
    EXPECT_FLOAT_EQ(lay({BlendMode::plus, 0}, grey(0.2F), grey(0.8F), 0.5F).r, 0.6F);
}

TEST(BlendNames, AnUnknownOneIsNone) {
    EXPECT_EQ(blend_from_id("svg:multiply"), std::nullopt);
    EXPECT_EQ(blend_from_id("dissolve"), std::nullopt);
}

}  // namespace
}  // namespace underpaint
