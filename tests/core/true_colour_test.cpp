// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include <cmath>

#include "blend/lay.h"
#include "blend/relight.h"
#include "colour/reader.h"
#include "colour/srgb.h"

namespace underpaint {
namespace {

float lightness_of(Rgb c) {
    return read(Reader::lightness, c);
}

struct Worst {
    float drift = 0, at = 0;
};

/// The greatest |L* moved| over 1001 greys.
template <class Lay>
Worst worst_drift(Lay lay) {
    Worst worst;
    for (int i = 0; i <= 1000; ++i) {
        const float v = static_cast<float>(i) / 1000;
        const float drift = std::fabs(lightness_of(lay(grey(v))) - lightness_of(grey(v)));
        if (drift > worst.drift) worst = {drift, v};
    }
    return worst;
}

Rgb rounded(Rgb c, float levels) {
    const auto level = [&](float v) { return std::round(v * levels) / levels; };
    return {level(c.r), level(c.g), level(c.b)};
}

constexpr Rgb kRed{1, 0, 0}, kGreen{0.1F, 0.7F, 0.2F};

TEST(ColorMode, LiftsGreysByWhatWasMeasured) {
    const Worst red = worst_drift([](Rgb b) { return lay({BlendMode::color, 0}, b, kRed, 1); });
    EXPECT_NEAR(red.drift, 20.7, 0.05);
    EXPECT_NEAR(red.drift / 12.5, 1.66, 0.005);
    EXPECT_NEAR(red.at, 0.3, 0.002);
    // Of the tenths the fourth is lifted most; between them the top is 15.4, at 0.365.
    const auto green = [](float v) {
        return lightness_of(lay({BlendMode::color, 0}, grey(v), kGreen, 1)) - lightness_of(grey(v));
    };
    EXPECT_NEAR(green(0.4F), 14.8, 0.05);
    for (int tenth = 0; tenth <= 10; ++tenth)
        EXPECT_LE(green(static_cast<float>(tenth) / 10), green(0.4F)) << tenth;
}

TEST(TrueColour, KeepsLightness) {
    for (const Rgb source : {kRed, kGreen, Rgb{0, 0, 1}, Rgb{0.9F, 0.8F, 0.1F}, Rgb{0, 0, 0}}) {
        const auto lay_it = [&](Rgb b) { return lay({BlendMode::true_colour, 0}, b, source, 1); };
        EXPECT_LE(worst_drift(lay_it).drift, 0.01);
        EXPECT_LE(worst_drift([&](Rgb b) { return rounded(lay_it(b), 65535); }).drift, 0.01);
    }
}

/// Rounding is judged on greys that 8 bits can say.
TEST(TrueColour, KeepsLightnessThrough8Bits) {
    for (const Rgb source : {kRed, kGreen})
        for (int level = 0; level < 256; ++level) {
            const Rgb b = grey(static_cast<float>(level) / 255);
            for (const Laying how :
                 {Laying{BlendMode::true_colour, 0}, Laying{BlendMode::color, 1}})
                EXPECT_NEAR(lightness_of(rounded(lay(how, b, source, 1), 255)), lightness_of(b),
                            0.25)
                    << level << " " << text_of(how.mode).id;
        }
}

TEST(TrueColour, KeepsLightnessAtEveryStrength) {
    for (const float strength : {0.05F, 0.28F, 0.5F, 0.9F})
        EXPECT_LE(worst_drift([&](Rgb b) {
                      return lay({BlendMode::true_colour, 0}, b, kRed, strength);
                  }).drift,
                  0.01)
            << strength;
}

TEST(TrueColour, KeepsTheLightnessOfColouredBackdropsToo) {
    for (int i = 0; i < 9 * 9 * 9; ++i) {
        const Rgb b{static_cast<float>(i % 9) / 8, static_cast<float>(i / 9 % 9) / 8,
                    static_cast<float>(i / 81) / 8};
        EXPECT_NEAR(lightness_of(lay({BlendMode::true_colour, 0}, b, {0.2F, 0.3F, 0.9F}, 1)),
                    lightness_of(b), 0.01);
    }
}

TEST(Hold, WholeGivesTheLightnessBackForEveryMode) {
    for (const BlendText& text : kBlendTexts)
        for (const float strength : {1.0F, 0.4F})
            EXPECT_LE(worst_drift([&](Rgb b) {
                          return lay({text.mode, 1}, b, {0.8F, 0.45F, 0.2F}, strength);
                      }).drift,
                      0.01)
                << text.id << " " << strength;
}

TEST(Hold, HalfLiesBetween) {
    const Rgb b = grey(0.3F);
    const float free = lightness_of(lay({BlendMode::color, 0}, b, kRed, 1));
    const float half = lightness_of(lay({BlendMode::color, 0.5F}, b, kRed, 1));
    EXPECT_LT(half, free);
    EXPECT_GT(half, lightness_of(b));
}

TEST(Hold, CanGiveBackAnotherLuminance) {
    const float sealed = srgb_decode(0.6F);
    const Rgb held = lay({BlendMode::multiply, 1}, grey(0.3F), kGreen, 1, sealed);
    EXPECT_NEAR(lightness_of(held), lightness_of(grey(0.6F)), 0.01);
}

TEST(Relight, KeepsChromaticityWhileItFits) {
    const LinearRgb c = relight({0.4F, 0.2F, 0.1F}, 0.05F);
    EXPECT_NEAR(luminance(c), 0.05F, 1e-6);
    EXPECT_NEAR(c.r / c.g, 2, 1e-5);
    EXPECT_NEAR(c.g / c.b, 2, 1e-5);
}

TEST(Relight, GivesUpSaturationWhereAChannelWouldPassWhite) {
    const LinearRgb c = relight({0, 0, 1}, 0.5F);
    EXPECT_NEAR(luminance(c), 0.5F, 1e-6);
    EXPECT_NEAR(c.b, 1, 1e-6);
    EXPECT_GT(c.r, 0);
    const LinearRgb white = relight({1, 0, 0}, 1);
    EXPECT_NEAR(white.g, 1, 1e-6);
}

TEST(Relight, BlackHasNoColourToGive) {
    const LinearRgb c = relight({0, 0, 0}, 0.3F);
    EXPECT_EQ(c.r, 0.3F);
    EXPECT_EQ(c.b, 0.3F);
    const LinearRgb dark = relight({1, 0.5F, 0}, 0);
    EXPECT_EQ(dark.r, 0);
}

}  // namespace
}  // namespace underpaint
