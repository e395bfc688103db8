// SPDX-License-Identifier: GPL-3.0-or-later
// Gradients: how they mix, and what is worked out about them.
#include "painting/gradient_tools.h"

#include <gtest/gtest.h>

#include "audit/finding.h"
#include "audit/map_turns.h"
#include "audit/pass_mends.h"
#include "colour/lab.h"
#include "colour/oklab.h"
#include "colour/reader.h"
#include "colour/srgb.h"
#include "painting/changes.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

constexpr Rgb kFirst{0.8F, 0.2F, 0.1F}, kSecond{0.1F, 0.2F, 0.7F};

double lightness(Rgb c) {
    return lab(c).l;
}

TEST(Gradient, AMiddleSaysWhereTwoStopsAreHalfAndHalf) {
    for (const float middle : {0.2F, 0.5F, 0.7F}) {
        const GradientStops stops{{0.2F, grey(0), middle}, {0.8F, grey(1)}};
        EXPECT_NEAR(gradient_at(stops, 0.2 + 0.6 * middle).r, 0.5, 1e-6) << middle;
        EXPECT_NEAR(gradient_at(stops, 0.2 + 1e-9).r, 0, 1e-3);
        EXPECT_NEAR(gradient_at(stops, 0.8 - 1e-9).r, 1, 1e-3);
    }
    // CSS Images 3, 3.5.3 gives for a hint at 20 % and half the way 0.5^(log 0.5 / log 0.2).
    const GradientStops hinted{{0, grey(0), 0.2F}, {1, grey(1)}};
    EXPECT_NEAR(gradient_at(hinted, 0.5).r, 0.7419, 1e-4);
}

TEST(Gradient, InOklabTheMiddleIsTheMeanOfThatSpace) {
    const GradientStops stops{{0, kFirst}, {1, kSecond}};
    const OkLab a = oklab(decode(kFirst)), b = oklab(decode(kSecond));
    const OkLab middle = oklab(decode(gradient_at(stops, 0.5, Mixing::oklab)));
    EXPECT_NEAR(middle.l, (a.l + b.l) / 2, 1e-4);
    EXPECT_NEAR(middle.a, (a.a + b.a) / 2, 1e-4);
    EXPECT_NEAR(middle.b, (a.b + b.b) / 2, 1e-4);
    EXPECT_EQ(gradient_at(stops, 0, Mixing::oklab), kFirst);
    const ColourTable table = table_of(stops, Mixing::oklab);
    for (const double at : {0.0, 0.123, 0.5, 0.77, 1.0}) {
        const Rgb read = table(static_cast<float>(at)),
                  said = gradient_at(stops, at, Mixing::oklab);
        EXPECT_NEAR(read.r, said.r, 1e-5);
        EXPECT_NEAR(read.g, said.g, 1e-5);
        EXPECT_NEAR(read.b, said.b, 1e-5);
    }
}

TEST(Gradient, NumbersAreBroughtIntoTheirRanges) {
    const GradientStops stops =
        in_range(GradientStops{{2, {-1, 0.5F, 3}, 0}, {-1, grey(0.5F), NAN}});
    EXPECT_EQ(stops[0].at, 0);
    EXPECT_EQ(stops[0].middle, 0.5F);
    EXPECT_EQ(stops[1].colour, (Rgb{0, 0.5F, 1}));
    EXPECT_EQ(stops[1].middle, kLeastMiddle);
}

TEST(GradientTools, MatchedStopsAreAsLightAsTheirPlaces) {
    const GradientStops stops{{0.1F, kFirst}, {0.5F, kSecond}, {0.9F, {1, 0.9F, 0.2F}}};
    for (const GradientStop& stop : matched_to_values(stops)) {
        EXPECT_NEAR(lightness(stop.colour), 100 * stop.at, 0.05);
        EXPECT_NE(stop.colour.r, stop.colour.b) << "it keeps a colour";
    }
    EXPECT_TRUE(matched_to_values({}).empty());
}

TEST(GradientTools, TheNeutralEndIsTheNearestStopPutOnTheBlendsNeutral) {
    const GradientStops stops{{0, grey(0.1F)}, {0.5F, {0.52F, 0.48F, 0.5F}}, {1, grey(0.9F)}};
    EXPECT_EQ(with_neutral_end(stops, BlendMode::overlay)[1].colour, grey(0.5F));
    EXPECT_EQ(with_neutral_end(stops, BlendMode::multiply)[2].colour, grey(1));
    EXPECT_EQ(with_neutral_end(stops, BlendMode::screen)[0].colour, grey(0));
    EXPECT_EQ(with_neutral_end(stops, BlendMode::color), stops) << "it has none";
}

/// Each neutral as a source leaves every backdrop alone, by the blends themselves.
TEST(GradientTools, NeutralsAreNeutral) {
    for (const BlendText& text : kBlendTexts) {
        const auto neutral = neutral_of(text.mode);
        if (!neutral) continue;
        for (int level = 0; level <= 255; level += 5) {
            const Rgb below = grey(static_cast<float>(level) / 255);
            EXPECT_NEAR(lay({text.mode, 0}, below, *neutral, 1).r, below.r, 1e-6) << text.id;
        }
    }
}

TEST(GradientTools, TurnoversAreWhereTheMapsLightnessFalls) {
    EXPECT_TRUE(turnovers_of({{0, grey(0)}, {1, grey(1)}}, Mixing::encoded).empty());
    const auto turns = turnovers_of(
        {{0, grey(0)}, {0.4F, grey(0.8F)}, {0.6F, grey(0.5F)}, {1, grey(1)}}, Mixing::encoded);
    ASSERT_EQ(turns.size(), 1U);
    EXPECT_NEAR(turns[0].from, 0.4, 0.004);
    EXPECT_NEAR(turns[0].to, 0.6, 0.004);
    EXPECT_NEAR(turns[0].fall, lightness(grey(0.8F)) - lightness(grey(0.5F)), 0.2);
    EXPECT_TRUE(turnovers_of({{0.5F, kFirst}, {0.5F, kFirst}}, Mixing::oklab).empty())
        << "all stops at one value";
}

TEST(GradientTools, StopsOfAPictureAreTheMeanColourOfEachStep) {
    // Left half a dark blue, right half a light ochre, with a few grey pixels that are too few.
    const Picture picture = testing::coloured({200, 100}, [](int x, int y) {
        if (y == 0 && x < 5) return grey(0.5F);
        return x < 100 ? Rgb{0.1F, 0.12F, 0.3F} : Rgb{0.85F, 0.7F, 0.4F};
    });
    const GradientStops stops = stops_of(picture);
    ASSERT_EQ(stops.size(), 2U);
    EXPECT_NEAR(stops[0].colour.b, 0.3, 0.003);
    EXPECT_NEAR(stops[1].colour.r, 0.85, 0.003);
    for (const GradientStop& stop : stops) EXPECT_NEAR(100 * stop.at, lightness(stop.colour), 0.3);
    EXPECT_TRUE(stops_of(testing::filled({8, 8}, Channels::rgb_alpha, kFirst, 0)).empty());
}

TEST(GradientTools, AStopIsAddedInTheColourThatIsThere) {
    const GradientStops stops{{0, kFirst}, {1, kSecond}};
    const GradientStops more = with_stop(stops, 0.25F, Mixing::oklab);
    ASSERT_EQ(more.size(), 3U);
    EXPECT_EQ(more[1].colour, gradient_at(stops, 0.25, Mixing::oklab));
}

// --- the finding

Painting mapped(GradientStops stops, BlendMode blend = BlendMode::normal) {
    Pass pass = testing::tint({}, blend);
    pass.name = "Dusk";
    pass.source = GradientMap{std::move(stops), MapOf::seal, Mixing::encoded};
    return with_pass(testing::sealed(testing::ramp({400, 60})), pass);
}

const Finding* turn_of(const std::vector<Finding>& findings) {
    const auto found = std::ranges::find(findings, kMapTurns, &Finding::code);
    return found == findings.end() ? nullptr : &*found;
}

const GradientStops kTurning{
    {0, grey(0)}, {0.4F, {0.9F, 0.6F, 0.4F}}, {0.6F, {0.3F, 0.3F, 0.5F}}, {1, grey(1)}};

TEST(MapTurns, AreFoundWithTheirStepsAndShareAndPlace) {
    const Painting painting = mapped(kTurning);
    const auto findings = find(painting, *audit(painting, {}));
    const Finding* turn = turn_of(findings);
    ASSERT_NE(turn, nullptr);
    EXPECT_NE(turn->text.find("Dusk turns over at steps 4.2 to 5.8"), std::string::npos)
        << turn->text;
    EXPECT_EQ(turn->pass, 1);
    ASSERT_NE(turn->where, nullptr);
    // Steps 4.2 to 5.8: a place of the ramp's L* between 40 and 60.
    const Picture& where = turn->where->base();
    for (int x = 0; x < where.size().width; x += 7) {
        const double l = lightness(testing::pixel(painting.ground()->base(), x, 30));
        if (std::abs(l - 40) < 1.5 || std::abs(l - 60) < 1.5) continue;
        EXPECT_EQ(testing::pixel(where, x, 30).r, l > 40 && l < 60 ? 1 : 0) << x;
    }
}

TEST(MapTurns, AreMendedByMatchingStops) {
    const Painting painting = mapped(kTurning);
    const Audit figures = *audit(painting, {});
    const auto findings = find(painting, figures);
    const auto mends = mends_for(painting, *turn_of(findings), figures);
    ASSERT_EQ(mends.size(), 1U);
    EXPECT_EQ(mends[0].label, "Match stops to values");
    EXPECT_TRUE(mends[0].effect.starts_with("Would leave the balance at"));
    const Painting after = mended(painting, mends[0]);
    EXPECT_EQ(turn_of(find(after, *audit(after, {}))), nullptr);
    EXPECT_EQ(mended(after, mends[0]), after) << "it was computed for another state";
}

/// A map of dark stops. Laid by *multiply* it darkens whatever its stops are: matching them is
/// tried and not offered.
TEST(MatchStops, AreOfferedWhereTheyBringValuesBack) {
    const GradientStops dark{{0, grey(0)}, {0.5F, {0.2F, 0.3F, 0.4F}}, {1, {0.7F, 0.7F, 0.6F}}};
    for (const BlendMode blend : {BlendMode::normal, BlendMode::multiply}) {
        const Painting painting = mapped(dark, blend);
        const Audit figures = *audit(painting, {});
        const auto findings = find(painting, figures);
        const auto slip = std::ranges::find(findings, kValuesSlip, &Finding::code);
        ASSERT_NE(slip, findings.end());
        const auto mends = mends_for(painting, *slip, figures);
        const auto match = std::ranges::find(mends, "Match stops to values", &Mend::label);
        ASSERT_EQ(match != mends.end(), blend == BlendMode::normal);
        if (match == mends.end()) continue;
        const Painting after = mended(painting, *match);
        EXPECT_EQ(audit(after, {})->passes.back().value.verdict, Verdict::held);
    }
}

TEST(MapTurns, AreNoneWhereValuesAreGivenBack) {
    EXPECT_EQ(turn_of(find(mapped(kTurning, BlendMode::true_colour),
                           *audit(mapped(kTurning, BlendMode::true_colour), {}))),
              nullptr);
    Painting held = mapped(kTurning);
    held.passes[0].hold = 1;
    EXPECT_EQ(turn_of(find(held, *audit(held, {}))), nullptr);
    Painting off = mapped(kTurning);
    off.passes[0].on = false;
    EXPECT_EQ(turn_of(find(off, *audit(off, {}))), nullptr);
}

}  // namespace
}  // namespace underpaint
