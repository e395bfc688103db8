// SPDX-License-Identifier: GPL-3.0-or-later
// Twenty paintings of passes that hold their values, each with one that does not: it must be named,
// and nothing else.
#include <gtest/gtest.h>

#include <cmath>

#include "audit/finding.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::tint;

/// Ground, sky and a house with a lit window that leads; light and dark parts in between.
Painting house() {
    Painting painting = testing::sealed(testing::grey_picture({480, 320}, [](int x, int y) {
        const bool window = std::abs(x - 150) < 14 && std::abs(y - 170) < 14;
        if (window) return (x / 4 + y / 4) % 2 ? 0.95 : 0.12;
        const bool wall = x > 90 && x < 260 && y > 110 && y < 230;
        if (wall) return 0.28 + 0.05 * std::sin(x * 0.3);
        const double sky = 0.82 - 0.25 * y / 320.0,
                     earth = 0.42 + 0.08 * std::sin(x * 0.07 + y * 0.2);
        return y < 200 ? sky : earth;
    }));
    const Size size = painting.size();
    const auto part = [&](const char* name, auto inside) {
        painting =
            with_part(std::move(painting), name,
                      share(testing::grey_picture(
                          size, [&](int x, int y) { return inside(x, y) ? 1 : 0; }, Depth::bits8)));
    };
    const auto wall = [](int x, int y) { return x > 90 && x < 260 && y > 110 && y < 230; };
    part("Sky", [&](int x, int y) { return y < 200 && !wall(x, y); });
    part("House", wall);
    part("Earth", [&](int x, int y) { return y >= 200 && !wall(x, y); });
    // One light all over a part is what these passes lay; what that makes of shadows is held
    // elsewhere.
    painting.brief.rules[HouseRule::shadows] = static_cast<double>(Shadows::may_be_black);
    return with_foci(std::move(painting), {{"The window", {150, 170}, 22}});
}

enum Place { kTheSky, kTheHouse, kTheEarth };

Pass on(Pass pass, std::initializer_list<Place> places, const Painting& painting) {
    for (const Place place : places) pass.reach.parts.push_back(painting.parts[place].id);
    return pass;
}

/// Warm lights, cool shadows, all at the values they find.
std::vector<Pass> good_passes(const Painting& painting) {
    Pass lights = tint({0.95F, 0.7F, 0.35F}, BlendMode::true_colour, 0.8F);
    lights.reach.band = {5.2F, 9, 0.4F};
    Pass shadows = tint({0.25F, 0.35F, 0.65F}, BlendMode::true_colour, 0.8F);
    shadows.reach.band = {1, 4.6F, 0.4F};
    return {lights, shadows,
            on(tint({0.42F, 0.44F, 0.36F}, BlendMode::color, 0.15F, 1), {kTheEarth}, painting),
            on(tint({0.4F, 0.45F, 0.5F}, BlendMode::overlay, 0.3F, 1), {kTheHouse}, painting),
            on(tint({0.9F, 0.75F, 0.5F}, BlendMode::soft_light, 0.3F, 1), {kTheSky}, painting)};
}

struct Fault {
    const char* name;
    std::size_t place;  // among the good passes
    Pass (*make)(const Painting&);
};

const Fault kFaults[] = {
    {"amber wash", 5,
     [](const Painting&) {
         return tint({0.8F, 0.55F, 0.3F}, BlendMode::normal, 0.35F);
     }},
    {"pale wash", 2,
     [](const Painting&) {
         return tint({0.9F, 0.85F, 0.7F}, BlendMode::normal, 0.4F);
     }},
    {"blue wash", 3,
     [](const Painting&) {
         return tint({0.2F, 0.25F, 0.45F}, BlendMode::normal, 0.4F);
     }},
    {"multiply", 4,
     [](const Painting&) {
         return tint({0.6F, 0.5F, 0.55F}, BlendMode::multiply, 0.7F);
     }},
    {"multiply on the sky", 2,
     [](const Painting& p) {
         return on(tint({0.5F, 0.5F, 0.6F}, BlendMode::multiply), {kTheSky}, p);
     }},
    {"overlay", 5,
     [](const Painting&) {
         return tint({0.85F, 0.6F, 0.35F}, BlendMode::overlay, 0.9F);
     }},
    {"dark overlay", 3,
     [](const Painting&) {
         return tint({0.15F, 0.2F, 0.3F}, BlendMode::overlay, 0.7F);
     }},
    {"lighten", 5,
     [](const Painting&) {
         return tint({0.55F, 0.5F, 0.6F}, BlendMode::lighten);
     }},
    {"lighten on the earth", 2,
     [](const Painting& p) {
         return on(tint({0.7F, 0.6F, 0.5F}, BlendMode::lighten), {kTheEarth}, p);
     }},
    {"darken", 4,
     [](const Painting&) {
         return tint({0.45F, 0.4F, 0.5F}, BlendMode::darken);
     }},
    {"darken on the sky", 3,
     [](const Painting& p) {
         return on(tint({0.4F, 0.45F, 0.6F}, BlendMode::darken), {kTheSky}, p);
     }},
    {"screen", 5,
     [](const Painting&) {
         return tint({0.3F, 0.25F, 0.4F}, BlendMode::screen);
     }},
    {"screen on the house", 4,
     [](const Painting& p) {
         return on(tint({0.5F, 0.4F, 0.3F}, BlendMode::screen), {kTheHouse}, p);
     }},
    {"red in color", 3,
     [](const Painting&) {
         return tint({1, 0, 0}, BlendMode::color, 0.9F);
     }},
    {"green in color", 2,
     [](const Painting&) {
         return tint({0, 0.8F, 0.1F}, BlendMode::color);
     }},
    {"soft light", 5,
     [](const Painting&) {
         return tint({0.1F, 0.1F, 0.15F}, BlendMode::soft_light, 0.9F);
     }},
    {"window flattened", 5,
     [](const Painting&) {
         Pass pass = tint({0.45F, 0.4F, 0.35F}, BlendMode::normal, 0.7F);
         pass.reach.painted = share(testing::grey_picture(
             {480, 320}, [](int x, int y) { return std::hypot(x - 150, y - 170) < 24 ? 1 : 0; },
             Depth::bits8));
         return pass;
     }},
    {"temperature turned round", 5,
     [](const Painting&) {
         // Cool where it is light, warm where it is dark, at the values that are there.
         Pass pass = tint({}, BlendMode::true_colour, 0.95F);
         pass.source = GradientMap{{{0, {0.5F, 0.25F, 0.1F}},
                                    {0.35F, {0.8F, 0.45F, 0.2F}},
                                    {0.6F, {0.35F, 0.5F, 0.9F}},
                                    {1, {0.5F, 0.7F, 1}}},
                                   MapOf::below};
         return pass;
     }},
    {"one tint over all", 5,
     [](const Painting&) {
         return tint({0.7F, 0.5F, 0.3F}, BlendMode::true_colour, 0.9F);
     }},
    {"temperature turned round early", 3,
     [](const Painting&) {
         Pass pass = tint({}, BlendMode::true_colour, 0.9F);
         pass.source = GradientMap{{{0, {0.6F, 0.3F, 0.1F}}, {1, {0.3F, 0.6F, 1}}}, MapOf::seal};
         return pass;
     }},
};

void PrintTo(const Fault& fault, std::ostream* out) {
    *out << fault.name;
}

class PlantedFault : public ::testing::TestWithParam<Fault> {};

TEST_P(PlantedFault, IsTheOnlyPassToBeNamed) {
    const Fault& fault = GetParam();
    Painting painting = house();
    std::vector<Pass> passes = good_passes(painting);
    passes.insert(passes.begin() + static_cast<std::ptrdiff_t>(fault.place), fault.make(painting));
    for (const Pass& pass : passes) painting = with_pass(std::move(painting), pass);
    const auto findings = find(painting, *audit(painting, {}));
    bool named = false;
    for (const Finding& finding : findings) {
        if (!is_bad(finding.verdict)) continue;
        EXPECT_EQ(finding.pass, static_cast<int>(fault.place) + 1) << finding.text;
        named = true;
    }
    EXPECT_TRUE(named) << findings.front().text;
}

INSTANTIATE_TEST_SUITE_P(All, PlantedFault, ::testing::ValuesIn(kFaults), [](const auto& test) {
    std::string name = test.param.name;
    std::ranges::replace(name, ' ', '_');
    return name;
});

TEST(GoodPasses, AreNotBlamed) {
    Painting painting = house();
    for (const Pass& pass : good_passes(painting)) painting = with_pass(std::move(painting), pass);
    for (const Finding& finding : find(painting, *audit(painting, {})))
        EXPECT_FALSE(is_bad(finding.verdict)) << finding.text;
}

// --- what came back

std::vector<Finding> findings_after(const Painting& painting) {
    return find(painting, *audit(painting, {}));
}

Painting grey_halves() {
    return testing::with_columns(
        testing::with_columns(testing::sealed(testing::grey_picture(
                                  {100, 20}, [](int x, int) { return x < 50 ? 0.3 : 0.7; })),
                              "Shadow", 0, 50),
        "Light", 50, 100);
}

Pass colour_on(const Painting& painting, std::size_t part, Rgb colour) {
    Pass pass = tint(colour, BlendMode::true_colour);
    pass.reach.parts = {painting.parts[part].id};
    return pass;
}

const Rgb kWarmGround{0.8F, 0.6F, 0.4F}, kCool{0.4F, 0.5F, 0.65F};

TEST(Swing, ThatIsTurnedRoundIsLostAndSaidSo) {
    Painting painting = grey_halves();
    painting = with_pass(painting, colour_on(painting, 1, kWarmGround));
    painting = with_pass(painting, colour_on(painting, 0, kCool));
    // Larger than any before, the other way round.
    Pass turn = tint({}, BlendMode::true_colour);
    turn.source =
        GradientMap{{{0, {1, 0.5F, 0}}, {0.5F, {1, 0.5F, 0}}, {0.51F, {0, 0.2F, 1}}}, MapOf::below};
    const Painting turned = with_pass(painting, turn);
    const Audit figures = *audit(turned, {});
    EXPECT_GT(std::fabs(figures.passes[2].swing.swing), figures.passes[1].swing.swing);
    EXPECT_EQ(figures.passes[2].swing.verdict, Verdict::lost);
    auto findings = find(turned, figures);
    EXPECT_EQ(findings[0].code, kSwingSlips);
    EXPECT_EQ(findings[0].verdict, Verdict::lost);
    EXPECT_EQ(findings[0].pass, 3);
    EXPECT_NE(findings[0].text.find("changed sides"), std::string::npos) << findings[0].text;

    // A pass that brings it back is not blamed; the one that turned it is said, and counts as held.
    Painting back = with_pass(turned, colour_on(turned, 1, kWarmGround));
    back = with_pass(back, colour_on(back, 0, kCool));
    for (const Finding& finding : findings_after(back)) {
        EXPECT_FALSE(is_bad(finding.verdict)) << finding.text;
        if (finding.code == kSwingSlips) {
            EXPECT_EQ(finding.pass, 3);
            EXPECT_NE(finding.text.find("brought them back"), std::string::npos) << finding.text;
        }
    }
    findings = findings_after(back);
    EXPECT_EQ(findings[0].code, kAllHeld);
    EXPECT_EQ(std::ranges::count(findings, kSwingSlips, &Finding::code), 1);
}

TEST(Values, ThatCameBackAreHeldAndTheSlipIsSaid) {
    Painting painting = grey_halves();
    Pass up = tint(grey(0.9F), BlendMode::normal, 0.5F);
    up.name = "Up";
    Pass back = tint(grey(0.5F), BlendMode::normal, 1, 1);
    back.hold_to = HoldTo::sealed;
    painting = with_pass(with_pass(painting, up), back);
    const auto findings = findings_after(painting);
    ASSERT_GE(findings.size(), 2U);
    EXPECT_EQ(findings[0].code, kAllHeld);
    EXPECT_TRUE(std::ranges::none_of(findings, counts));
    EXPECT_EQ(findings[1].code, kValuesSlip);
    EXPECT_EQ(findings[1].verdict, Verdict::held);
    EXPECT_EQ(findings[1].pass, 1);
    EXPECT_NE(findings[1].text.find("pass 2 brought it back"), std::string::npos)
        << findings[1].text;
    // What slips later on is blamed on the later pass, and decides.
    painting = with_pass(painting, up);
    const auto later = findings_after(painting);
    EXPECT_EQ(later[0].verdict, Verdict::lost);
    EXPECT_EQ(later[0].pass, 3);
}

TEST(Order, OfPartsSwappedTwiceIsBlamedOnTheLastSwap) {
    Painting painting = testing::with_columns(
        testing::with_columns(testing::sealed(testing::grey_picture(
                                  {100, 20}, [](int x, int) { return x < 50 ? 0.45 : 0.55; })),
                              "Pool", 0, 50),
        "Sky", 50, 100);
    Pass lift = tint({1, 1, 1}, BlendMode::normal, 0.5F);
    lift.reach.parts = {painting.parts[0].id};
    Pass seal = tint(grey(0.5F), BlendMode::normal, 1, 1);
    seal.hold_to = HoldTo::sealed;
    for (const Pass& pass : {lift, seal, lift}) painting = with_pass(painting, pass);
    std::vector<Finding> swaps;
    for (const Finding& finding : findings_after(painting))
        if (finding.code == kPartSwap) swaps.push_back(finding);
    ASSERT_EQ(swaps.size(), 2U);
    EXPECT_EQ(swaps[0].pass, 3);
    EXPECT_EQ(swaps[0].verdict, Verdict::lost);
    EXPECT_EQ(swaps[1].pass, 1);
    EXPECT_EQ(swaps[1].verdict, Verdict::held);
    EXPECT_NE(swaps[1].text.find("pass 2 put them back"), std::string::npos) << swaps[1].text;
}

TEST(FocusFinding, BlamesNoPassForWhatTheSealHad) {
    // The focus does not lead when sealed; a tint that changes no value is laid over it.
    Painting painting = testing::sealed(testing::grey_picture({400, 200}, [](int x, int y) {
        const bool odd = (x / 5 + y / 5) % 2;
        if (std::hypot(x - 80, y - 100) < 30) return odd ? 0.3 : 0.7;
        if (std::hypot(x - 300, y - 100) < 30) return odd ? 0.28 : 0.72;
        return 0.5;
    }));
    painting = with_foci(painting, {{"A", {80, 100}, 25}});
    painting = with_pass(painting, tint({0.3F, 0.5F, 0.7F}, BlendMode::true_colour));
    const Audit figures = *audit(painting, {});
    EXPECT_LT(*figures.ground.focus->lead, 1);
    EXPECT_EQ(figures.passes[0].focus->verdict, Verdict::held);
    EXPECT_EQ(find(painting, figures)[0].code, kAllHeld);
}

TEST(PassAudit, JudgesThePassByItsOwnDriftWhereIntentsDiffer) {
    // A deepening that was meant, then a pass that by itself holds: its own figure must be its own.
    Painting painting = grey_halves();
    Pass down = tint(grey(0), BlendMode::normal, 0.4F);
    down.intent = Intent::deepen;
    painting = with_pass(painting, down);
    painting = with_pass(painting, tint(grey(0.6F), BlendMode::normal, 0.05F));
    Pass lift = tint(grey(1), BlendMode::normal, 0.3F);
    painting = with_pass(painting, lift);
    const Audit figures = *audit(painting, {});
    EXPECT_NEAR(figures.passes[0].value.own_judged_p95, 0, 1e-6);
    EXPECT_GT(figures.passes[1].value.own_judged_p95, 0.01);
    EXPECT_LT(figures.passes[1].value.own_judged_p95, 0.3);
    // Alone: the drift of the pass against what it found.
    EXPECT_NEAR(figures.passes[2].value.own_judged_p95, figures.passes[2].value.own.p95, 1e-3);
    EXPECT_GT(
        std::fabs(figures.passes[2].value.own_judged_p95 - figures.passes[2].value.judged_p95),
        0.02);
}

}  // namespace
}  // namespace underpaint
