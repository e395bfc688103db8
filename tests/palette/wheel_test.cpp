// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/wheel.h"

#include <gtest/gtest.h>

#include <cmath>

#include "colour/intensity.h"
#include "colour/oklab.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"

namespace underpaint {
namespace {

constexpr Rgb kBlueHour{0x55 / 255.0F, 0x66 / 255.0F, 0x99 / 255.0F};

float hue_of(Rgb c) {
    return oklch(oklab(decode(c))).h;
}

double apart(float a, float b) {
    const double turn = std::fmod(std::abs(static_cast<double>(a) - static_cast<double>(b)), 360);
    return std::min(turn, 360 - turn);
}

Suggestion opposite(Wheel wheel, Rgb of) {
    return suggest(wheel, *place_on(wheel, of) + 180, read(Reader::lightness, of), intensity(of));
}

TEST(Wheel, ASuggestionHasTheStepAndIntensityThatWereAskedFor) {
    for (const WheelText& wheel : kWheels)
        for (float place = 0; place < 360; place += 37)
            for (const float light : {15.0F, 45.0F, 80.0F})
                for (const Reader reader : {Reader::lightness, Reader::luma, Reader::glow}) {
                    const Suggestion made = suggest(wheel.wheel, place, light, 0.6F, reader);
                    EXPECT_NEAR(read(reader, made.colour), light, 0.05) << place << wheel.id;
                    EXPECT_NEAR(made.intensity, 0.6, 0.02) << place << wheel.id << light;
                }
}

TEST(Wheel, AsSeenTheHueIsTurnedInOklch) {
    EXPECT_LT(apart(hue_of(opposite(Wheel::seen, kBlueHour).colour), hue_of(kBlueHour) + 180), 0.1);
    const Suggestion third = suggest(Wheel::seen, hue_of(kBlueHour) + 120, 50, 0.5F);
    EXPECT_LT(apart(hue_of(third.colour), hue_of(kBlueHour) + 120), 0.1);
}

TEST(Wheel, AsLightAColourAndItsOppositeAddUpToANeutral) {
    for (const Rgb colour : {kBlueHour, Rgb{0.8F, 0.2F, 0.3F}, Rgb{0.2F, 0.6F, 0.3F}}) {
        const LinearRgb a = decode(colour), b = decode(opposite(Wheel::light, colour).colour);
        // The amount of the opposite that brings red and green together brings blue there too.
        const float amount = (a.r - a.g) / (b.g - b.r);
        ASSERT_GT(amount, 0);
        const float r = a.r + amount * b.r, blue = a.b + amount * b.b;
        EXPECT_NEAR(blue / r, 1, 0.01);
    }
}

TEST(Wheel, AsPaintRedIsOppositeGreenYellowPurpleAndBlueOrange) {
    const Rgb corners[] = {{1, 0, 0},        {1, 0.5F, 0},           {1, 1, 0},
                           {0, 0.66F, 0.2F}, {0.163F, 0.373F, 0.6F}, {0.5F, 0, 0.5F}};
    for (std::size_t i = 0; i < 6; ++i) {
        const Rgb on = paint_wheel(60.0F * static_cast<float>(i));
        EXPECT_NEAR(on.r, corners[i].r, 1e-6);
        EXPECT_NEAR(on.g, corners[i].g, 1e-6);
        EXPECT_NEAR(on.b, corners[i].b, 1e-6);
        EXPECT_LT(apart(*place_on(Wheel::paint, corners[i]), 60.0F * static_cast<float>(i)), 0.1);
        const Rgb across = opposite(Wheel::paint, corners[i]).colour;
        EXPECT_LT(apart(hue_of(across), hue_of(corners[(i + 3) % 6])), 0.5) << i;
    }
    // Between two corners by 3t^2 - 2t^3: a quarter of the way is 5/32 of the mixture.
    EXPECT_NEAR(paint_wheel(15).g, 0.5 * (3.0 / 16 - 2.0 / 64), 1e-6);
}

TEST(Wheel, EveryPlaceOfThePaintWheelIsFoundAgain) {
    for (float place = 0.5F; place < 360; place += 3.7F)
        EXPECT_LT(apart(*place_on(Wheel::paint, paint_wheel(place)), place), 0.25) << place;
}

TEST(Wheel, ANeutralHasNoPlaceAndEndsOfTheScaleAreSaid) {
    for (const WheelText& wheel : kWheels) EXPECT_FALSE(place_on(wheel.wheel, grey(0.4F)));
    EXPECT_FALSE(suggest(Wheel::seen, 250, 99.8F, 0.8F).seen);
    EXPECT_TRUE(suggest(Wheel::seen, 250, 40, 0.8F).seen);
    EXPECT_TRUE(suggest(Wheel::seen, 250, 99.8F, 0).seen);
}

}  // namespace
}  // namespace underpaint
