// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include <cmath>
#include <fstream>
#include <sstream>

#include "colour/ciede2000.h"
#include "colour/intensity.h"
#include "colour/srgb.h"
#include "colour/warmth.h"

namespace underpaint {
namespace {

TEST(Ciede2000, MatchesAllPublishedPairs) {
    std::ifstream file(UNDERPAINT_TEST_DATA "/ciede2000.csv");
    ASSERT_TRUE(file) << "the published pairs are missing";
    int pairs = 0;
    for (std::string line; std::getline(file, line);) {
        if (line.empty() || line[0] == '#') continue;
        for (char& c : line)
            if (c == ',') c = ' ';
        std::istringstream numbers(line);
        Lab first, second;
        double expected = -1;
        numbers >> first.l >> first.a >> first.b >> second.l >> second.a >> second.b >> expected;
        ASSERT_TRUE(numbers) << line;
        EXPECT_NEAR(ciede2000(first, second), expected, 0.5e-4) << line;
        EXPECT_NEAR(ciede2000(second, first), expected, 0.5e-4) << line << " turned round";
        ++pairs;
    }
    EXPECT_EQ(pairs, 34);
}

TEST(Ciede2000, IsNothingBetweenEqualColours) {
    EXPECT_EQ(ciede2000({50, 10, -20}, {50, 10, -20}), 0);
    EXPECT_EQ(ciede2000({}, {}), 0);
}

TEST(Warmth, IsGreatestAtItsPoles) {
    EXPECT_FLOAT_EQ(temperature_of_hue(kWarmPole), 1);
    EXPECT_FLOAT_EQ(temperature_of_hue(kCoolPole), -1);
    for (int h = 0; h < 360; ++h) {
        EXPECT_LE(std::fabs(temperature_of_hue(static_cast<float>(h))), 1);
        EXPECT_NEAR(temperature_of_hue(static_cast<float>(h)),
                    temperature_of_hue(static_cast<float>(h) + 360), 1e-5);
    }
}

TEST(Warmth, ChangesSignHalfWayOnBothSides) {
    EXPECT_NEAR(temperature_of_hue(57 + 99), 0, 1e-6);   // through green
    EXPECT_NEAR(temperature_of_hue(255 + 81), 0, 1e-6);  // through magenta
}

TEST(Warmth, HasTheSizesOfTheDesign) {
    EXPECT_NEAR(warmth(Rgb{1, 0, 0}), 22.1, 0.1);         // red
    EXPECT_GT(warmth(Rgb{1, 0.6F, 0}), 15);               // an orange
    EXPECT_LT(warmth(Rgb{0, 0.5F, 1}), -15);              // an azure
    EXPECT_NEAR(warmth(Rgb{0.5F, 0.5F, 0.5F}), 0, 1e-3);  // a neutral
    EXPECT_LT(warmth(Rgb{0.44F, 0.5F, 0.565F}), -1);      // a slate
}

TEST(Intensity, IsWholeForThePrimaries) {
    for (const Rgb c : {Rgb{1, 0, 0}, Rgb{0, 1, 0}, Rgb{0, 0, 1}, Rgb{1, 1, 0}, Rgb{0, 1, 1}})
        EXPECT_NEAR(intensity(c), 1, 0.03);
}

TEST(Intensity, IsNothingForNeutrals) {
    for (int level = 0; level < 256; ++level)
        EXPECT_EQ(intensity(grey(static_cast<float>(level) / 255)), 0) << level;
}

TEST(Intensity, TableFollowsTheBoundary) {
    double worst = 0;
    for (float l = 0.05F; l < 0.96F; l += 0.0173F)
        for (float h = 0; h < 360; h += 3.37F)
            worst =
                std::max(worst, std::fabs(double(gamut_chroma(l, h)) - gamut_chroma_exact(l, h)));
    EXPECT_LT(worst, 0.003);
}

TEST(Intensity, BoundaryIsJustInsideTheGamut) {
    for (float h = 0; h < 360; h += 11) {
        const float most = gamut_chroma_exact(0.6F, h);
        const LinearRgb at = linear_rgb(oklab(OkLch{0.6F, most, h}));
        const LinearRgb beyond = linear_rgb(oklab(OkLch{0.6F, most + 0.002F, h}));
        const auto inside = [](LinearRgb c) {
            return std::min({c.r, c.g, c.b}) >= -2e-6F && std::max({c.r, c.g, c.b}) <= 1 + 2e-6F;
        };
        EXPECT_TRUE(inside(at)) << h;
        EXPECT_FALSE(inside(beyond)) << h;
    }
    EXPECT_EQ(gamut_chroma_exact(0, 40), 0);
    EXPECT_EQ(gamut_chroma_exact(1, 40), 0);
}

}  // namespace
}  // namespace underpaint
