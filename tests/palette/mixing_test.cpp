// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/mixing.h"

#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "colour/ciede2000.h"
#include "colour/srgb.h"
#include "palette/hex.h"
#include "palette/mother.h"
#include "palette/paint_recipe.h"
#include "palette/tube_reach.h"

namespace underpaint {
namespace {

constexpr Rgb kBlue{0x1f / 255.0F, 0x3f / 255.0F, 0xa0 / 255.0F}, kYellow{1, 0xd8 / 255.0F, 0};

double off(Rgb a, Rgb b) {
    return ciede2000(lab(a), lab(b));
}

TEST(Reflectance, OfEveryColourOfTheCubeComesBackAndLiesBetweenNothingAndAll) {
    for (int i = 0; i < 4096; ++i) {
        const auto level = [&](int by) { return static_cast<float>(i >> by & 15) / 15; };
        const LinearRgb colour = decode({level(8), level(4), level(0)});
        const Reflectance surface = reflectance_of(colour);
        for (const double rho : surface) {
            ASSERT_GT(rho, 0) << i;
            ASSERT_LT(rho, 1) << i;
        }
        const LinearRgb back = colour_of(surface);
        const auto wanted = [](float v) { return std::clamp(v, 1e-4F, 0.9995F); };
        ASSERT_NEAR(back.r, wanted(colour.r), 1e-6) << i;
        ASSERT_NEAR(back.g, wanted(colour.g), 1e-6) << i;
        ASSERT_NEAR(back.b, wanted(colour.b), 1e-6) << i;
    }
}

TEST(Reflectance, OfANeutralIsFlatAndOfTheWhiteAllOfIt) {
    for (const double rho : reflectance_of({0.3F, 0.3F, 0.3F})) EXPECT_NEAR(rho, 0.3, 1e-5);
    Reflectance all;
    all.fill(1);
    EXPECT_NEAR(colour_of(all).r, 1, 1e-6);
    EXPECT_NEAR(colour_of(all).g, 1, 1e-6);
    EXPECT_NEAR(colour_of(all).b, 1, 1e-6);
}

/// No curve with the same colour may be smoother: a nudge along any direction that keeps the colour
/// makes the sum of squared differences larger.
TEST(Reflectance, IsTheSmoothest) {
    const Reflectance surface = reflectance_of(decode(kBlue));
    const auto roughness = [](const Reflectance& rho) {
        double sum = 0;
        for (std::size_t i = 1; i < kBands; ++i) {
            const double step = std::atanh(2 * rho[i] - 1) - std::atanh(2 * rho[i - 1] - 1);
            sum += step * step;
        }
        return sum;
    };
    std::mt19937 random(4);
    std::normal_distribution<double> normal(0, 1e-3);
    for (int tries = 0; tries < 50; ++tries) {
        Reflectance nudged = surface;
        for (double& rho : nudged) rho = std::clamp(rho * (1 + normal(random)), 1e-6, 1 - 1e-6);
        // Three bands take the colour back to where it was: a system of three equations.
        for (int round = 0; round < 40; ++round) {
            const LinearRgb is = colour_of(nudged), was = colour_of(surface);
            for (const auto& [band, missed] : {std::pair<std::size_t, float>(22, was.r - is.r),
                                               {16, was.g - is.g},
                                               {7, was.b - is.b}})
                nudged[band] += 3 * static_cast<double>(missed);
        }
        if (off(encode(colour_of(nudged)), kBlue) > 0.01) continue;
        EXPECT_GT(roughness(nudged), roughness(surface));
    }
}

TEST(Mixing, AsPaintBlueAndYellowMakeTheGreenThatWasPublishedForThem) {
    const Rgb green = mixed(std::array{MixPart{kBlue, 1}, MixPart{kYellow, 1}}, MixAs::paint);
    const Rgb wanted = *rgb_from_hex("#1e6060");
    EXPECT_NEAR(green.r, wanted.r, 1.01 / 255) << hex(green);
    EXPECT_NEAR(green.g, wanted.g, 1.01 / 255) << hex(green);
    EXPECT_NEAR(green.b, wanted.b, 1.01 / 255) << hex(green);
}

TEST(Mixing, IsTheSameInAnyOrderAndForSplitAmountsAndAColourWithItselfStays) {
    for (const MixText& as : kMixTexts) {
        const Rgb once = mixed(std::array{MixPart{kBlue, 3}, MixPart{kYellow, 1}}, as.as);
        const Rgb turned = mixed(std::array{MixPart{kYellow, 1}, MixPart{kBlue, 3}}, as.as);
        const Rgb split =
            mixed(std::array{MixPart{kBlue, 1}, MixPart{kYellow, 1}, MixPart{kBlue, 2}}, as.as);
        EXPECT_LT(off(once, turned), 1e-3) << as.id;
        EXPECT_LT(off(once, split), 1e-3) << as.id;
        if (as.as == MixAs::glaze) continue;  // a glaze over itself is deeper
        const Rgb same = mixed(std::array{MixPart{kBlue, 2}, MixPart{kBlue, 5}}, as.as);
        EXPECT_LT(off(same, kBlue), 0.02) << as.id;
    }
}

TEST(Mixing, AsGlazeIsTheProductOfReflectancesAndAsLightTheMeanOfLight) {
    const Reflectance a = reflectance_of(decode(kBlue)), b = reflectance_of(decode(kYellow));
    Reflectance product;
    for (std::size_t i = 0; i < kBands; ++i) product[i] = a[i] * b[i];
    const LinearRgb through = colour_of(product);
    const std::array both{MixPart{kBlue, 1}, MixPart{kYellow, 1}};
    EXPECT_LT(
        off(mixed(both, MixAs::glaze), encode({unit(through.r), unit(through.g), unit(through.b)})),
        1e-3);
    const LinearRgb p = decode(kBlue), q = decode(kYellow);
    const Rgb mean = encode({(p.r + q.r) / 2, (p.g + q.g) / 2, (p.b + q.b) / 2});
    EXPECT_LT(off(mixed(both, MixAs::light), mean), 1e-3);
}

TEST(Mixing, KubelkaAndMunksRatioGoesBackAndForth) {
    for (const double r : {1e-4, 0.01, 0.2, 0.5, 0.9, 0.9995}) {
        const double k = absorption_of(r);
        EXPECT_NEAR(k, (1 - r) * (1 - r) / (2 * r), 1e-12 * k);
        EXPECT_NEAR(reflectance_of_absorption(k), r, 1e-9);
        EXPECT_NEAR(1 + k - std::sqrt(k * k + 2 * k), r, 1e-6);
    }
}

TEST(Mother, AsLightIsTheWayInOklabAndTheMotherItselfStays) {
    const Rgb made = with_mother(kYellow, kBlue, 0.25F, MixAs::light);
    const OkLab a = oklab(decode(kYellow)), b = oklab(decode(kBlue)), is = oklab(decode(made));
    EXPECT_NEAR(is.l, 0.75F * a.l + 0.25F * b.l, 1e-3);
    EXPECT_NEAR(is.a, 0.75F * a.a + 0.25F * b.a, 1e-3);
    EXPECT_NEAR(is.b, 0.75F * a.b + 0.25F * b.b, 1e-3);
    EXPECT_EQ(with_mother(kBlue, kBlue, 0.3F, MixAs::paint), kBlue);
    EXPECT_EQ(with_mother(kYellow, kBlue, 0, MixAs::paint), kYellow);
    EXPECT_EQ(with_mother(kYellow, kBlue, NAN, MixAs::light), kYellow);
    EXPECT_EQ(with_mother(kYellow, kBlue, 7, MixAs::light),
              with_mother(kYellow, kBlue, kMostMother, MixAs::light));
    for (const Rgb end : {grey(0), grey(1)})
        for (const MixText& as : kMixTexts) {
            const Rgb with = with_mother(kYellow, end, 0.3F, as.as);
            for (const float v : {with.r, with.g, with.b}) EXPECT_TRUE(v >= 0 && v <= 1) << as.id;
        }
}

TEST(Tubes, TheStrengthThatMadeASwatchIsFoundFromIt) {
    const Rgb white = generic_white().colour;
    for (const double strength : {0.3, 1.0, 4.5}) {
        const std::array parts{PaintPart{reflectance_of(decode(kBlue)), strength},
                               PaintPart{reflectance_of(decode(white)), 10}};
        const LinearRgb tint = colour_of(mixed_paint(parts));
        const auto found = tinting_strength(kBlue, encode(tint), white);
        ASSERT_TRUE(found);
        EXPECT_NEAR(*found, strength, 0.01 * strength);
    }
    EXPECT_FALSE(tinting_strength(kBlue, kBlue, white)) << "a flat swatch says nothing";
    EXPECT_FALSE(tinting_strength(white, white, white));
}

TEST(Tubes, AreFoundByNameAndByFigures) {
    ASSERT_EQ(generic_tubes().size(), 20U);
    EXPECT_EQ(tube_from("yellow OCHRE")->name, "Yellow ochre");
    EXPECT_EQ(tube_from("#1f3fa0")->colour, kBlue);
    for (const char* none : {"", "#12345", "#gg0000", "mud", "12"}) EXPECT_FALSE(tube_from(none));
}

TubeSet three_tubes() {
    return {{{"Yellow", kYellow}, {"Blue", kBlue}, {"Red", {0.7F, 0.1F, 0.15F}}}, generic_white()};
}

TEST(PaintRecipe, OfAMixtureIsThatMixtureInTheFewestParts) {
    const TubeSet set = three_tubes();
    const Rgb wanted =
        mixed(std::array{MixPart{kYellow, 2}, MixPart{kBlue, 1}, MixPart{set.white->colour, 2}},
              MixAs::paint);
    const auto recipe = recipe_for(wanted, set);
    ASSERT_TRUE(recipe);
    EXPECT_LE(recipe->off, kNearRecipe);
    int whole = 0;
    for (const int part : recipe->parts) whole += part;
    EXPECT_LE(whole, 5);
    // Nothing with fewer parts comes as near: all of them, written out.
    for (int y = 0; y < whole; ++y)
        for (int b = 0; y + b < whole; ++b)
            for (int r = 0; y + b + r < whole; ++r)
                for (int w = 0; y + b + r + w < whole; ++w) {
                    if (y + b + r + w == 0) continue;
                    const std::array<MixPart, 4> parts{MixPart{kYellow, double(y)},
                                                       {kBlue, double(b)},
                                                       {set.tubes[2].colour, double(r)},
                                                       {set.white->colour, double(w)}};
                    EXPECT_GT(off(mixed(parts, MixAs::paint), wanted), kNearRecipe);
                }
}

TEST(PaintRecipe, SaysHowFarTheNearestIsWhereNoneComesNear) {
    const auto recipe = recipe_for({0, 0.9F, 0.2F}, three_tubes());
    ASSERT_TRUE(recipe);
    EXPECT_GT(recipe->off, 10);
    EXPECT_NEAR(recipe->off, off(recipe->colour, {0, 0.9F, 0.2F}), 1e-6);
    EXPECT_FALSE(recipe_for(kBlue, {}));
}

/// What recipes leave out without measuring it: CIEDE2000 is never less than a ninth of the
/// distance in CIELAB.
TEST(PaintRecipe, NothingIsPassedOverThatCouldBeNearer) {
    std::mt19937 random(11);
    std::uniform_real_distribution<float> any(0, 1);
    double least = 1000;
    for (int i = 0; i < 200'000; ++i) {
        const Lab a = lab({any(random), any(random), any(random)}),
                  b = lab({any(random), any(random), any(random)});
        const double far =
            std::sqrt(std::pow(a.l - b.l, 2) + std::pow(a.a - b.a, 2) + std::pow(a.b - b.b, 2));
        least = std::min(least, ciede2000(a, b) / far);
    }
    EXPECT_GT(least, 1.0 / 9);
}

/// CIE 116:1995, from `a`.
double cie94(const Lab& a, const Lab& b) {
    const double c = std::hypot(a.a, a.b), chroma = std::hypot(b.a, b.b) - c;
    const double hue = std::pow(a.a - b.a, 2) + std::pow(a.b - b.b, 2) - chroma * chroma;
    return std::sqrt(std::pow(a.l - b.l, 2) + std::pow(chroma / (1 + 0.045 * c), 2) +
                     std::max(0.0, hue) / std::pow(1 + 0.015 * c, 2));
}

/// What is left out of the search for what tubes reach.
TEST(TubeReach, NothingWithinReachIsFarByTheFormulaThatSortsOut) {
    std::mt19937 random(12);
    std::uniform_real_distribution<float> any(0, 1);
    std::normal_distribution<float> near(0, 0.03F);
    double most = 0, most_blue = 0;
    for (int i = 0; i < 300'000; ++i) {
        const Rgb a{any(random), any(random), any(random)};
        const Rgb b{unit(a.r + near(random)), unit(a.g + near(random)), unit(a.b + near(random))};
        if (off(a, b) > kWithinReach) continue;
        const Lab from = lab(a);
        double& one = from.a > from.b && from.b < 0 ? most_blue : most;
        one = std::max(one, cie94(from, lab(b)));
    }
    EXPECT_LT(most_blue, 8);
    EXPECT_LT(most, 5.5);
    EXPECT_GT(most, 3);
}

RgbBlock patches(const std::vector<Rgb>& colours) {
    RgbBlock block(rect_of({static_cast<int>(colours.size()) * 10, 10}));
    for (int y = 0; y < 10; ++y)
        for (std::size_t x = 0; x < colours.size() * 10; ++x) block.row(y).set(x, colours[x / 10]);
    return block;
}

TEST(TubeReach, HasItsMixturesAndNotAColourBeyond) {
    const TubeSet set = three_tubes();
    const TubeReach reach(set);
    for (const double white : {0.0, 1.0, 3.0}) {
        const Rgb colour = mixed(
            std::array{MixPart{kYellow, 1}, MixPart{kBlue, 2}, MixPart{set.white->colour, white}},
            MixAs::paint);
        EXPECT_TRUE(reach.reaches(lab(colour)));
    }
    EXPECT_FALSE(reach.reaches(lab({0, 0.9F, 0.2F})));
    // Every mixture at a step lies inside the hull there: on one side of all of its sides.
    const auto hull = reach.hull_at(5);
    ASSERT_GT(hull.size(), 3U);
    for (const Rgb mixture : reach.mixtures()) {
        if (std::abs(lab(mixture).l / 12.5 + 1 - 5) > 0.34) continue;
        const OkLab is = oklab(decode(mixture));
        int left = 0, right = 0;
        for (std::size_t i = 0; i < hull.size(); ++i) {
            const OkLab &a = hull[i], &b = hull[(i + 1) % hull.size()];
            const float turn = (b.a - a.a) * (is.b - a.b) - (b.b - a.b) * (is.a - a.a);
            left += turn > 1e-7F, right += turn < -1e-7F;
        }
        EXPECT_TRUE(left == 0 || right == 0);
    }
    EXPECT_TRUE(reach.hull_at(9.5).empty());
    // Against every mixture, by the whole formula.
    for (const Rgb colour : {Rgb{0.3F, 0.5F, 0.4F}, {0.5F, 0.2F, 0.6F}, {0.9F, 0.8F, 0.1F}}) {
        double least = 1000;
        for (const Rgb mixture : reach.mixtures()) least = std::min(least, off(mixture, colour));
        EXPECT_EQ(reach.reaches(lab(colour)), least <= kWithinReach);
    }
}

TEST(TubeReach, TheFewestTubesForAPictureAreThoseItWasMixedFrom) {
    const auto tubes = generic_tubes();
    const Tube &yellow = tubes[0], &blue = tubes[7];
    std::vector<Rgb> colours;
    for (int y = 0; y <= 4; ++y)
        for (int white = 0; white < 3; ++white) {
            const std::array parts{
                PaintPart{reflectance_of(decode(yellow.colour)), y * yellow.strength},
                PaintPart{reflectance_of(decode(blue.colour)), (4 - y) * blue.strength},
                PaintPart{reflectance_of(decode(generic_white().colour)), white * 2.0}};
            const LinearRgb made = colour_of(mixed_paint(parts));
            colours.push_back(encode({unit(made.r), unit(made.g), unit(made.b)}));
        }
    const auto found = fewest_tubes(colours_of(patches(colours)), tubes, generic_white(), 0.02);
    ASSERT_TRUE(found);
    EXPECT_EQ(found->tubes, (std::vector<std::size_t>{0, 7}));
    EXPECT_LE(found->missed, 0.02);
    std::stop_source stopped;
    stopped.request_stop();
    EXPECT_FALSE(fewest_tubes(colours_of(patches(colours)), tubes, generic_white(), 0.02,
                              stopped.get_token()));
    EXPECT_FALSE(fewest_tubes(colours_of(patches(colours)), {}, {}, 0.02));
}

TEST(TubeReach, ColoursOfAPictureHaveTheirShares) {
    const PictureColours found = colours_of(patches({kBlue, kBlue, kYellow, grey(0.5F)}));
    ASSERT_EQ(found.colours.size(), 3U);
    EXPECT_NEAR(found.shares[0], 0.5, 1e-9);
    EXPECT_LT(ciede2000(found.colours[0], lab(kBlue)), 0.01);
}

}  // namespace
}  // namespace underpaint
