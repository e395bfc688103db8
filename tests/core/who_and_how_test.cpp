// SPDX-License-Identifier: GPL-3.0-or-later
// Who is blamed, what a mend leaves in the finished picture, and which way it goes.
#include <fmt/format.h>
#include <gtest/gtest.h>

#include <cmath>
#include <set>

#include "audit/finding_figures.h"
#include "audit/mends/pass_mend.h"
#include "audit/pass_mends.h"
#include "audit/safe_mends.h"
#include "brief/thumbnail_figures.h"
#include "colour/intensity.h"
#include "colour/srgb.h"
#include "colour/warmth.h"
#include "support/blamed.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::blamed;
using testing::coloured;
using testing::lch;
using testing::sealed;
using testing::tint;
using testing::with_columns;

const Finding* slip_of(const std::vector<Finding>& findings, FindingCode code) {
    const auto found = std::ranges::find_if(
        findings, [&](const Finding& f) { return f.code == code && is_bad(f.verdict); });
    return found == findings.end() ? nullptr : &*found;
}
Pass laid(Picture picture) {
    Pass pass = tint({}, BlendMode::normal);
    pass.source = Painted{share(std::move(picture)), 0, 0};
    return pass;
}

/// Lights to the right, shadows to the left, of hues and chromas that a test chooses.
Painting sides(Size size, Rgb shadow, Rgb light) {
    Painting painting = sealed(
        testing::grey_picture(size, [&](int x, int) { return x < size.width / 2 ? 0.25 : 0.75; }));
    painting = with_columns(std::move(painting), "All", 0, size.width);
    return with_pass(
        std::move(painting),
        laid(coloured(size, [&](int x, int) { return x < size.width / 2 ? shadow : light; })));
}

// --- who

/// One pass does nearly all, within the budget; a glaze that hardly shows tips the verdict.
TEST(Blame, NamesThePassWithTheLargestShareAndNotTheOneThatTipped) {
    Painting painting = sealed(testing::ramp({320, 60}));
    const Painting bare = painting;
    Audit figures;
    for (float first = 0.01F; figures.passes.empty() || figures.passes[0].value.judged_p95 < 0.22;
         first += 0.0005F) {
        painting = with_pass(bare, tint(grey(0.75F), BlendMode::normal, first));
        figures = *audit(painting, {});
    }
    ASSERT_EQ(figures.balance(), Verdict::held);
    float strength = 0.001F;
    while (!is_bad(figures.balance())) {
        Painting tipped = with_pass(painting, tint(grey(0.75F), BlendMode::normal, strength));
        figures = *audit(tipped, {});
        strength += 0.001F;
        if (is_bad(figures.balance())) painting = tipped;
    }
    const auto findings = blamed(painting);
    const Finding* slip = slip_of(findings, kValuesSlip);
    ASSERT_TRUE(slip);
    EXPECT_EQ(slip->pass, 1) << slip->text;
    EXPECT_EQ(find(painting, figures)[0].pass, 1) << "before shares are told, too";
    double first = 0, second = 0;
    for (const PassShare& share : slip->shares) (share.pass == 1 ? first : second) = share.laid;
    EXPECT_GT(first, second);
}

TEST(Blame, SaysAloneOnlyWhereTheOthersHaveLessThanATenthTogether) {
    // One strong wash, and four weak ones of four per cent each of what is lost.
    const auto washed = [](int weak, float each) {
        Painting painting = sealed(testing::ramp({320, 60}));
        painting = with_pass(std::move(painting), tint(grey(0.7F), BlendMode::normal, 0.3F));
        for (int i = 0; i < weak; ++i)
            painting = with_pass(std::move(painting), tint(grey(0.7F), BlendMode::normal, each));
        return painting;
    };
    for (const int weak : {0, 1, 5}) {
        const auto findings = blamed(washed(weak, 0.015F));
        const Finding* slip = slip_of(findings, kRangeShrinks);
        ASSERT_TRUE(slip);
        EXPECT_EQ(slip->pass, 1);
        EXPECT_EQ(slip->text.find("alone") != std::string::npos, weak < 2) << slip->text;
    }
}

/// The swing rises first; the share of who took it is counted from where it was largest.
TEST(Blame, AFigureThatFirstRoseIsLostToWhoTookIt) {
    const Size size{200, 60};
    Painting painting = sides(size, lch(0.4F, 0.08F, 255), lch(0.8F, 0.08F, 60));
    const double best = audit(painting, {})->passes[0].swing.swing;
    ASSERT_GT(best, 10);
    painting = with_pass(std::move(painting), tint({0.5F, 0.5F, 0.5F}, BlendMode::multiply, 0.02F));
    painting =
        with_pass(std::move(painting), tint(lch(0.7F, 0.09F, 60), BlendMode::true_colour, 0.8F));
    const auto findings = blamed(painting);
    const Finding* slip = slip_of(findings, kSwingSlips);
    ASSERT_TRUE(slip);
    EXPECT_EQ(slip->pass, 3) << slip->text;
    const double now = audit(painting, {})->passes.back().swing.swing;
    double sum = 0;
    for (const PassShare& share : slip->shares) {
        EXPECT_NE(share.pass, 1) << "it made the swing";
        sum += share.laid;
    }
    EXPECT_NEAR(sum, best - now, 0.1 * (best - now));
}

TEST(Swing, OfLessThanThreeIsNoMeasure) {
    const Size size{200, 60};
    // A first red over the greys makes lights and shadows differ by a little, the wrong way.
    Painting painting = sides(size, lch(0.4F, 0.035F, 57), lch(0.8F, 0.009F, 57));
    const double first = audit(painting, {})->passes[0].swing.swing;
    ASSERT_LT(first, -2);
    ASSERT_GT(first, -3);
    painting =
        with_pass(std::move(painting), laid(coloured(size, [&](int x, int) {
                      return x < size.width / 2 ? lch(0.4F, 0.04F, 255) : lch(0.8F, 0.03F, 57);
                  })));
    const Audit figures = *audit(painting, {});
    EXPECT_GT(figures.passes[1].swing.swing, 5);
    EXPECT_EQ(figures.passes[1].swing.verdict, Verdict::held);
    // One temperature, where it is planned, is a plan and no measure of what there was.
    painting.brief.swing = 0;
    EXPECT_EQ(audit(painting, {})->passes[0].swing.verdict, Verdict::slipping);
}

// --- the finished picture

/// Whatever is offered, taken, leaves the finished picture within its budget, or as good as it
/// would be without the pass.
void expect_mends_mend(const Painting& painting, FindingCode code, bool some) {
    const Audit figures = *audit(painting, {});
    const auto findings = blamed(painting);
    int offered = 0;
    for (const Finding& finding : findings) {
        if (finding.code != code || !is_bad(finding.verdict)) continue;
        Painting without = painting;
        if (finding.pass > 0) without.passes[static_cast<std::size_t>(finding.pass) - 1].on = false;
        const auto rest = figure_in(finding, audit(without, {})->passes.back());
        for (const Mend& mend : mends_for(painting, finding, figures)) {
            ++offered;
            const Audit after = *audit(mended(painting, mend), {});
            const auto figure = figure_in(finding, after.passes.back());
            ASSERT_TRUE(figure);
            const bool within = excess_of(finding, *figure) <= 0.005;
            EXPECT_TRUE(within || (rest && no_worse(finding, *figure, *rest)))
                << mend.label << " leaves " << *figure << " of " << *finding.budget << ": "
                << finding.text;
            EXPECT_LT(excess_of(finding, *figure),
                      excess_of(finding, *figure_in(finding, figures.passes.back())))
                << mend.label << " changes nothing that is seen";
        }
    }
    EXPECT_TRUE(offered > 0 || !some);
}

TEST(OfferedMends, AreOfferedForTheFinishedPictureAndCoveredDamageIsSaid) {
    const Size size{320, 60};
    Painting painting = sealed(testing::ramp(size));
    painting = with_pass(std::move(painting), tint(grey(0.9F), BlendMode::normal, 0.6F));
    // Paint that covers all of it, and is somewhat off itself.
    painting = with_pass(std::move(painting), laid(coloured(size, [](int x, int) {
                             const float v = static_cast<float>(x) / 319;
                             return grey(std::min(1.0F, v + 0.06F));
                         })));
    const auto findings = blamed(painting);
    const Finding* slip = slip_of(findings, kValuesSlip);
    ASSERT_TRUE(slip);
    EXPECT_EQ(slip->pass, 2) << slip->text;
    EXPECT_NE(slip->text.find("What pass 1 did is covered by a later one."), std::string::npos)
        << slip->text;
    expect_mends_mend(painting, kValuesSlip, true);
    for (const Finding& finding : findings) {
        if (finding.pass != 1) continue;
        EXPECT_TRUE(mends_for(painting, finding, *audit(painting, {})).empty()) << finding.text;
    }
    // And what is safe is found through it.
    const auto safe = *mend_what_is_safe(painting, *audit(painting, {}));
    EXPECT_EQ(safe.left, 0U);
    EXPECT_FALSE(safe.mends.empty());
    EXPECT_EQ(audit(safe.result, {})->balance(), Verdict::held);
}

TEST(OfferedMends, OfPassesUnderOthersStillMend) {
    Painting painting = sealed(testing::ramp({320, 60}));
    painting = with_pass(std::move(painting), tint({0.9F, 0.5F, 0.2F}, BlendMode::normal, 0.4F));
    painting = with_pass(std::move(painting), tint({0.2F, 0.3F, 0.6F}, BlendMode::color, 0.3F));
    painting = with_pass(std::move(painting), tint({0.6F, 0.6F, 0.2F}, BlendMode::overlay, 0.3F));
    for (const FindingCode code : {kValuesSlip, kRangeShrinks})
        expect_mends_mend(painting, code, code == kValuesSlip);
}

/// Three parts; a pass turns the light of one. The part that is named may change when less is laid.
TEST(OfferedMends, OfLightsThatDifferLeaveOneLight) {
    const Size size{300, 60};
    Painting painting =
        sealed(testing::grey_picture(size, [](int x, int) { return x % 100 < 50 ? 0.3 : 0.7; }));
    for (int part = 0; part < 3; ++part)
        painting = with_columns(std::move(painting), std::string(1, char('A' + part)), 100 * part,
                                100 * part + 100);
    const auto lit = [&](std::array<float, 3> hues) {
        return coloured(size, [=](int x, int) {
            const bool light = x % 100 >= 50;
            return lch(light ? 0.75F : 0.4F, light ? 0.1F : 0.03F,
                       hues[static_cast<std::size_t>(x / 100)]);
        });
    };
    painting = with_pass(std::move(painting), laid(lit({60, 70, 80})));
    painting = with_pass(std::move(painting), laid(lit({60, 250, 170})));
    const auto findings = blamed(painting);
    ASSERT_TRUE(slip_of(findings, kLightDiffers));
    expect_mends_mend(painting, kLightDiffers, true);
}

// --- strong colour and light, without cliffs

TEST(Strength, OfPaperWhiteIsNone) {
    EXPECT_LT(strength(Rgb{1, 253 / 255.0F, 248 / 255.0F}), 0.01F);
    EXPECT_GT(intensity(Rgb{1, 253 / 255.0F, 248 / 255.0F}), 0.5F);
    EXPECT_NEAR(strength(Rgb{1, 0, 0}), 1, 0.01);
    // By the formula, at a chroma half-way between 0.02 and 0.06.
    const OkLch half{0.7F, 0.04F, 30};
    EXPECT_NEAR(strength(intensity(half), half.c), 0.5F * intensity(half), 1e-5);
    // A fifth of the picture is paper; the accent is a small red.
    const Size size{200, 100};
    Painting painting = sealed(testing::ramp(size));
    painting = with_pass(std::move(painting), laid(coloured(size, [](int x, int y) {
                             return x < 40              ? Rgb{1, 253 / 255.0F, 248 / 255.0F}
                                    : x > 180 && y > 80 ? Rgb{0.8F, 0.15F, 0.1F}
                                                        : Rgb{0.5F, 0.47F, 0.42F};
                         })));
    EXPECT_NEAR(*audit(painting, {})->passes[0].intensity.accent_share, 19 * 19 / 20000.0, 0.004);
}

TEST(Strength, ItsAreaMovesSoftlyUnderAGlazeThatNobodySees) {
    const Size size{200, 100};
    Painting painting = sealed(testing::ramp(size));
    // Colours of all strengths.
    painting = with_pass(std::move(painting), laid(coloured(size, [](int x, int) {
                             return lch(0.6F, 0.02F + 0.13F * static_cast<float>(x) / 200, 40);
                         })));
    double before = *audit(painting, {})->passes[0].intensity.accent_share;
    for (const float glaze : {0.004F, 0.008F, 0.012F, 0.016F, 0.02F}) {
        const Painting glazed =
            with_pass(painting, tint({0.9F, 0.6F, 0.3F}, BlendMode::normal, glaze));
        const double now = *audit(glazed, {})->passes[1].intensity.accent_share;
        EXPECT_NEAR(now, before, 0.01) << glaze;
        before = now;
    }
}

TEST(SharedLight, HasNoCliffWhereShiftsBegin) {
    const auto of = [](float chroma, float other) {
        std::vector<PartColours> parts(3);
        for (int i = 0; i < 3; ++i) {
            PartColours& part = parts[static_cast<std::size_t>(i)];
            part.part = i + 1;
            part.lights.share = part.shadows.share = 0.1;
            const double hue = i < 2 ? 0.3 : 2.9,
                         size = static_cast<double>(i < 2 ? chroma : other);
            part.lights.a = size * std::cos(hue), part.lights.b = size * std::sin(hue);
        }
        return shared_light(parts);
    };
    EXPECT_FALSE(of(0.003F, 0.003F)) << "too small to be seen in any";
    EXPECT_TRUE(of(0.05F, 0.05F));
    // The third turns against the others as it grows, a little at a time.
    double before = *of(0.08F, 0);
    EXPECT_NEAR(before, 1, 1e-6) << "what does not shift weighs nothing";
    for (float other = 0.00005F; other < 0.08F; other += 0.00005F) {
        const double now = *of(0.08F, other);
        EXPECT_LT(now, before + 1e-9);
        EXPECT_NEAR(now, before, 0.02) << other;
        before = now;
    }
    EXPECT_LT(before, 0);
    // By the formula, for two.
    std::vector<PartColours> two(2);
    for (std::size_t i = 0; i < 2; ++i) {
        two[i].part = static_cast<int>(i) + 1;
        two[i].lights.share = two[i].shadows.share = 0.1;
    }
    two[0].lights.a = 0.06, two[1].lights.b = 0.03, two[1].lights.a = 0.04;
    EXPECT_NEAR(*shared_light(two), 0.8, 1e-9);
}

// --- hues on either side of 0

TEST(GreyShadows, AreFoundAtEveryHue) {
    const Size size{200, 60};
    for (const float hue : {0.0F, 1.0F, 5.0F, 90.0F, 180.0F, 270.0F, 354.0F, 357.0F, 359.5F})
        for (const float turn : {-8.0F, 0.0F, 8.0F, 40.0F, -40.0F}) {
            const float shadow = std::fmod(hue + turn + 360, 360.0F);
            const Painting painting = sides(size, lch(0.4F, 0.03F, shadow), lch(0.75F, 0.1F, hue));
            const auto found = audit(painting, {})->passes[0].grey_shadows;
            EXPECT_EQ(found.size(), std::fabs(turn) < 12 ? 1U : 0U) << hue << " by " << turn;
            for (const GreyShadows& grey : found)
                EXPECT_NEAR(grey.turn, std::fabs(turn), 1.5) << hue;
        }
}

TEST(GiveColour, TurnsShadowsTowardTheOtherTemperatureAtEveryHue) {
    const Size size{200, 60};
    for (const float hue : {5.0F, 30.0F, 57.0F, 90.0F, 200.0F, 230.0F, 255.0F, 300.0F, 355.0F}) {
        const Painting painting = sides(size, lch(0.45F, 0.02F, hue), lch(0.7F, 0.09F, hue));
        const Audit figures = *audit(painting, {});
        const auto findings = find(painting, figures);
        const Finding* grey = slip_of(findings, kShadowsGrey);
        ASSERT_TRUE(grey) << hue;
        const auto mends = mends_for(painting, *grey, figures);
        const auto given = std::ranges::find(mends, "Give colour", &Mend::label);
        ASSERT_NE(given, mends.end()) << hue;
        const Rgb colour = std::get<Tint>(std::get<LayAbove>(given->change).laid.source).colour;
        const OkLch laid = oklch(oklab(decode(colour)));
        // As warm or cool as a colour of that hue is, by itself.
        const auto warmth_at = [](double degrees) {
            return warmth(lch(0.6F, 0.05F, static_cast<float>(degrees)));
        };
        const double lights = warmth_at(static_cast<double>(hue));
        const double way_to_cool = lights - warmth_at(static_cast<double>(laid.h));
        EXPECT_GT(lights > 0 ? way_to_cool : -way_to_cool, 0) << hue << " to " << laid.h;
        double way = static_cast<double>(laid.h - hue);
        way -= 360 * std::round(way / 360);
        EXPECT_LE(std::fabs(way), 31) << "near the lights' own hue";
        EXPECT_GE(std::fabs(way), 12) << "and past what counts as the same";
        // It lands on the shadows of the part and on nothing else.
        const Pass& pass = std::get<LayAbove>(given->change).laid;
        EXPECT_EQ(pass.reach.parts, grey->parts);
        EXPECT_EQ(coverage(pass.reach.band, 3), 1);
        EXPECT_EQ(coverage(pass.reach.band, 7), 0);
    }
}

/// The mend that quiets what a pass set beside the focus; nothing where none is offered.
std::optional<Mend> quiet_in(const Painting& painting) {
    const Audit figures = *audit(painting, {});
    const auto findings = find(painting, figures);
    const Finding* slip = slip_of(findings, kFocusSlips);
    if (slip == nullptr) return std::nullopt;
    const auto mends = mends_for(painting, *slip, figures);
    const auto quiet = std::ranges::find(mends, "Quiet the rival", &Mend::label);
    return quiet == mends.end() ? std::nullopt : std::optional(*quiet);
}

/// A pass sets specks, light ones or dark ones, beside the focus. What quiets them takes the specks
/// away, lies on their place alone, leaves the focus as it is and says what it means to do.
TEST(Quiet, LiesOverTheRivalAloneAndTakesItsSpecksAway) {
    const Size size{400, 200};
    const Point focus{110, 100};
    const auto within = [](const Point& of, int x, int y) {
        return std::hypot(x - of.x, y - of.y) < 22;
    };
    // Far away, and so near that a soft disc over it would reach into the focus.
    for (const auto& [light, rival] : {std::pair(true, Point{290, 100}),
                                       {false, Point{290, 100}},
                                       {true, Point{159, 100}},
                                       {false, Point{159, 100}}}) {
        SCOPED_TRACE(fmt::format("{} at {}", light, rival.x));
        Painting painting = sealed(testing::grey_picture(size, [&](int x, int y) {
            return within(focus, x, y) ? (x / 4 + y / 4) % 2 ? 0.35 : 0.65 : 0.5;
        }));
        painting = with_foci(painting, {{"Lamp", focus, 24}});
        Picture specks = coloured(size, [&, light = light, rival = rival](int x, int y) {
            if (within(focus, x, y)) return grey((x / 4 + y / 4) % 2 ? 0.35F : 0.65F);
            if (!within(rival, x, y) || x % 6 > 1 || y % 6 > 2) return grey(0.5F);
            // More the nearer to the middle, so that the rival is where it is said to be.
            const double more = 0.45 * (1 - std::hypot(x - rival.x, y - rival.y) / 80);
            return grey(static_cast<float>(light ? 0.5 + more : 0.5 - more));
        });
        painting = with_pass(painting, laid(std::move(specks)));
        const auto quiet = quiet_in(painting);
        ASSERT_TRUE(quiet);
        const auto& above = std::get<LayAbove>(quiet->change);
        EXPECT_EQ(above.laid.blend, light ? BlendMode::darken : BlendMode::lighten);
        EXPECT_EQ(above.laid.intent, light ? Intent::deepen : Intent::lift);
        const auto covers = [&](double x, double y) {
            return testing::pixel(above.laid.reach.painted->base(), static_cast<int>(x),
                                  static_cast<int>(y))
                .r;
        };
        EXPECT_EQ(covers(rival.x, rival.y), 1);
        for (const double at : {-22.0, 0.0, 22.0}) EXPECT_EQ(covers(focus.x + at, focus.y), 0);
        EXPECT_EQ(covers(10, 10), 0);
        const auto verdict_at = [&](float strength) {
            Mend other = *quiet;
            std::get<LayAbove>(other.change).laid.strength = strength;
            return audit(mended(painting, other), {})->passes.back().focus->verdict;
        };
        EXPECT_EQ(verdict_at(above.laid.strength), Verdict::held);
        EXPECT_NE(verdict_at(above.laid.strength - 0.03F), Verdict::held) << "the least";
    }
}

/// Where light and dark specks make the rival, either side can be taken away. What is offered
/// changes the picture less.
TEST(Quiet, TakesTheGentlerOfTwoWays) {
    const Size size{400, 200};
    const Point focus{110, 100}, rival{290, 100};
    const auto within = [](const Point& of, int x, int y) {
        return std::hypot(x - of.x, y - of.y) < 22;
    };
    std::set<BlendMode> blends;
    for (const bool fewer_light : {true, false}) {
        SCOPED_TRACE(fewer_light);
        const auto at_focus = [](int x, int y) { return (x / 4 + y / 4) % 2 ? 0.35 : 0.65; };
        Painting painting = sealed(testing::grey_picture(
            size, [&](int x, int y) { return within(focus, x, y) ? at_focus(x, y) : 0.5; }));
        painting = with_foci(painting, {{"Lamp", focus, 24}});
        Picture specks = coloured(size, [&, fewer = fewer_light](int x, int y) {
            if (within(focus, x, y)) return grey(static_cast<float>(at_focus(x, y)));
            const bool few = x % 8 < 2 && y % 4 < 2;                // an eighth
            const bool many = !few && (x % 8 > 4) && (y % 4) != 1;  // more than a quarter
            if (!within(rival, x, y) || (!few && !many)) return grey(0.5F);
            const double more = 0.22 * (1 - std::hypot(x - rival.x, y - rival.y) / 200);
            return grey(static_cast<float>(few == fewer ? 0.5 + more : 0.5 - more));
        });
        painting = with_pass(painting, laid(std::move(specks)));
        const auto quiet = quiet_in(painting);
        ASSERT_TRUE(quiet);
        const BlendMode taken = std::get<LayAbove>(quiet->change).laid.blend;
        blends.insert(taken);
        // The other way at the least strength that is enough.
        Mend other = *quiet;
        Pass& turned = std::get<LayAbove>(other.change).laid;
        turned.blend = taken == BlendMode::darken ? BlendMode::lighten : BlendMode::darken;
        turned.intent = taken == BlendMode::darken ? Intent::lift : Intent::deepen;
        bool enough = false;
        for (int percent = 5; percent <= 100 && !enough; percent += 5) {
            turned.strength = static_cast<float>(percent) / 100;
            enough =
                audit(mended(painting, other), {})->passes.back().focus->verdict == Verdict::held;
        }
        ASSERT_TRUE(enough) << "it would do too";
        EXPECT_LT(change_of_picture(painting, mended(painting, *quiet)),
                  change_of_picture(painting, mended(painting, other)));
    }
    EXPECT_EQ(blends.size(), 2U) << "now one way, now the other";
}

/// A wash takes the swing; kept to one side it would not. The band is that side's, and no more.
TEST(KeepTo, LandsOnTheLightsOrTheShadowsAndNotOnHalftones) {
    const Size size{300, 60};
    Painting painting = sealed(testing::ramp(size));
    painting.plan.splits.set(ShapeCount::three, {3.7, 6.2});
    const auto wash = [&](float hue) {
        Painting washed = with_pass(painting, laid(coloured(size, [](int x, int) {
                                        return lch(0.1F + 0.8F * static_cast<float>(x) / 300, 0.05F,
                                                   x < 120 ? 255.0F : 57.0F);
                                    })));
        return with_pass(std::move(washed), laid(coloured(size, [hue](int x, int) {
                             return lch(0.1F + 0.8F * static_cast<float>(x) / 300, 0.05F, hue);
                         })));
    };
    int seen = 0;
    for (const auto& [hue, label] :
         {std::pair(57.0F, "Keep to lights"), {255.0F, "Keep to shadows"}}) {
        const Painting washed = wash(hue);
        const Audit figures = *audit(washed, {});
        const auto findings = find(washed, figures);
        const Finding* slip = slip_of(findings, kSwingSlips);
        ASSERT_TRUE(slip) << label;
        for (const Mend& mend : mends_for(washed, *slip, figures)) {
            const auto* band = std::get_if<SetBand>(&mend.change);
            if (band == nullptr) continue;
            const bool lights = mend.label == "Keep to lights";
            EXPECT_TRUE(lights || mend.label == "Keep to shadows");
            const LightSplit split = figures.split;
            EXPECT_NEAR(split.shadows_below, 3.7, 1e-6);
            EXPECT_NEAR(split.lights_from, 6.2, 1e-6);
            EXPECT_EQ(coverage(band->to, lights ? 6.3F : 3.6F), 1);
            EXPECT_EQ(coverage(band->to, lights ? 8.9F : 1.1F), 1);
            EXPECT_EQ(coverage(band->to, 5), 0) << "halftones stay as they were";
            EXPECT_EQ(coverage(band->to, lights ? 2.0F : 8.0F), 0);
            seen += mend.label == std::string(label);
        }
    }
    EXPECT_EQ(seen, 2) << "each was offered where it helps";
}

// --- rankings

TEST(Thumbnails, ThatMeetThePlanAreLedByTheOneThatLeadsMore) {
    const auto with_lead = [](double lead) {
        ThumbnailFigures figures;
        figures.lead.emplace();
        figures.lead->lead = lead;
        figures.darks_left = 0.5;
        return std::optional(figures);
    };
    Plan plan;
    plan.lead = 1.2;
    using Order = std::vector<std::size_t>;
    EXPECT_EQ(ranked({with_lead(1.3), with_lead(1.9)}, plan), (Order{1, 0}));
    EXPECT_EQ(ranked({with_lead(1.9), with_lead(1.3)}, plan), (Order{0, 1}));
    EXPECT_EQ(ranked({with_lead(1.1), with_lead(1.3), with_lead(1.0), with_lead(1.15)}, plan),
              (Order{1, 3, 0, 2}));
    EXPECT_EQ(ranked({with_lead(1.5), with_lead(1.5), with_lead(1.5)}, plan), (Order{0, 1, 2}));
    EXPECT_EQ(ranked({std::nullopt, with_lead(0.5), with_lead(0.5)}, plan), (Order{1, 2, 0}));
}

TEST(OfferedMends, StandSafeOnesFirstAndThenTheGentlest) {
    Painting painting = sealed(testing::ramp({320, 60}));
    painting = with_pass(std::move(painting), tint({0.9F, 0.5F, 0.2F}, BlendMode::normal, 0.5F));
    const Audit figures = *audit(painting, {});
    const auto findings = blamed(painting);
    const Finding* slip = slip_of(findings, kValuesSlip);
    ASSERT_TRUE(slip);
    const auto mends = mends_for(painting, *slip, figures);
    ASSERT_GE(mends.size(), 2U);
    for (std::size_t i = 1; i < mends.size(); ++i)
        EXPECT_TRUE(mends[i - 1].safe > mends[i].safe ||
                    (mends[i - 1].safe == mends[i].safe && mends[i - 1].moves <= mends[i].moves));
}

}  // namespace
}  // namespace underpaint
