// SPDX-License-Identifier: GPL-3.0-or-later
// Flats on a plain ground, shaded after: what is open, what is judged from where, and the balance.
#include "painting/flats.h"

#include <gtest/gtest.h>

#include <cmath>

#include "audit/finding.h"
#include "audit/pass_mends.h"
#include "audit/shade_balance.h"
#include "colour/lab.h"
#include "painting/group_changes.h"
#include "render/render.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::tint;

constexpr Size kFlatsSize{96, 64};
constexpr Rgb kClay{0.62F, 0.24F, 0.20F}, kSlate{0.30F, 0.42F, 0.60F};

/// A ramp in two parts.
Painting greys() {
    Painting painting = testing::sealed(testing::ramp(kFlatsSize));
    painting = testing::with_columns(std::move(painting), "Left", 0, 48);
    return testing::with_columns(std::move(painting), "Right", 48, 96);
}

Painting flats() {
    Painting painting = with_plain_ground(greys(), grey(0.6F));
    const Flat colours[] = {{painting.parts[0].id, kClay}, {painting.parts[1].id, kSlate}};
    return with_flats(std::move(painting), colours);
}

RgbBlock flats_after(const Painting& painting, std::size_t upto) {
    return *render_view(painting, upto, {1, rect_of(kFlatsSize)});
}

Audit audited(const Painting& painting) {
    return *audit(painting, {});
}

std::vector<Verdict> verdicts(const Audit& audit) {
    std::vector<Verdict> all;
    for (const PassAudit& pass : audit.passes) all.push_back(pass.value.verdict);
    return all;
}

/// 95th percentile of the drift since the seal, by sorting.
double drift_of(const Painting& painting) {
    const RgbBlock was = flats_after(painting, 0),
                   is = flats_after(painting, painting.passes.size());
    std::vector<double> drifts;
    for (std::size_t i = 0; i < was.all().r.size(); ++i) {
        const double from = lab(was.all()[i]).l, to = lab(is.all()[i]).l;
        drifts.push_back(std::fabs(to - from) / 12.5);
    }
    std::ranges::sort(drifts);
    return drifts[static_cast<std::size_t>(std::ceil(0.95 * double(drifts.size()))) - 1];
}

TEST(Flats, AGroundIsTheFirstPassThatCoversTheSealWhole) {
    EXPECT_EQ(plain_ground(greys()), std::nullopt);
    const Painting painting = with_plain_ground(greys(), grey(0.6F));
    EXPECT_EQ(plain_ground(painting), 0U);
    const auto changed = [&](auto change) {
        Pass pass = painting.passes[0];
        change(pass);
        return plain_ground(with_changed_pass(painting, 0, pass));
    };
    EXPECT_FALSE(changed([](Pass& p) { p.on = false; }));
    EXPECT_FALSE(changed([](Pass& p) { p.ground = false; })) << "it may be laid by mistake";
    EXPECT_FALSE(changed([](Pass& p) { p.strength = 0.9F; })) << "the seal shows through";
    EXPECT_FALSE(changed([](Pass& p) { p.hold = 1; }));
    EXPECT_FALSE(changed([](Pass& p) { p.blend = BlendMode::true_colour; }));
    EXPECT_FALSE(changed([](Pass& p) { p.reach.parts = {1}; }));
    EXPECT_FALSE(changed([](Pass& p) { p.source = GradientMap{}; }));
    EXPECT_FALSE(plain_ground(with_pass_at(painting, 0, tint(kClay, BlendMode::color))))
        << "another pass came first";
    Pass off = tint(kClay, BlendMode::color);
    off.on = false;
    EXPECT_EQ(plain_ground(with_pass_at(painting, 0, off)), 1U);
}

TEST(Flats, HaveOneGround) {
    EXPECT_EQ(with_plain_ground(flats(), kSlate).passes, flats().passes);
}

TEST(Flats, AreNotJudgedUntilTheyAreShaded) {
    Painting painting = flats();
    EXPECT_EQ(open_passes(painting), 3U);
    Audit audit = audited(painting);
    EXPECT_EQ(verdicts(audit), std::vector(3, Verdict::open));
    EXPECT_TRUE(audit.open());
    const auto findings = find(painting, audit);
    EXPECT_EQ(findings.front().code, kOpenYet);
    for (const Finding& finding : findings) {
        EXPECT_FALSE(is_bad(finding.verdict)) << finding.text;
        EXPECT_NE(finding.code, kValuesSlip) << finding.text;
    }

    painting = with_shading(std::move(painting), 0.04F);
    EXPECT_EQ(open_passes(painting), 4U) << "the first of the two passes is not judged either";
    audit = audited(painting);
    const auto judged = verdicts(audit);
    EXPECT_EQ(judged[3], Verdict::open);
    EXPECT_NE(judged[4], Verdict::open);
    EXPECT_EQ(audit.passes[3].swing.verdict, Verdict::open);
    EXPECT_NE(audit.passes[4].swing.verdict, Verdict::open);
}

TEST(Flats, AreJudgedAsUsualWithoutAGround) {
    Painting painting = flats();
    painting.passes[0].on = false;
    EXPECT_EQ(open_passes(painting), 0U);
    EXPECT_EQ(verdicts(audited(painting)).back(), Verdict::lost);
}

TEST(Flats, TheFirstJudgedStateIsComparedWithTheSealAlone) {
    Painting painting = flats();
    Pass whole = with_shading(painting, 0).passes[3];
    whole.blend = BlendMode::normal;
    whole.group = kNoGroup;
    painting = with_pass(std::move(painting), whole);
    painting = with_pass(std::move(painting), tint(grey(0.4F), BlendMode::normal, 0.3F));
    const Audit audit = audited(painting);
    EXPECT_EQ(audit.passes[3].value.verdict, Verdict::held);
    EXPECT_NEAR(audit.passes[3].value.running.max, 0, 1e-4);
    EXPECT_NEAR(audit.passes[3].value.own.max, 0, 1e-4) << "what the flats were is not its doing";
    EXPECT_EQ(audit.passes[4].value.verdict, Verdict::lost);
    const auto findings = find(painting, audit);
    EXPECT_EQ(findings.front().code, kValuesSlip);
    EXPECT_EQ(findings.front().pass, 5) << findings.front().text;
}

TEST(Flats, WhatTheyMovedIsNotHeldAgainstAPassThatIsMeantToDeepen) {
    Painting painting = with_shading(flats(), 0);
    painting.passes.back().intent = Intent::deepen;  // which does nothing, at no strength
    painting.passes[0].intent = painting.passes[1].intent = Intent::reshape;
    EXPECT_NEAR(audited(painting).passes.back().value.judged_p95,
                audited(with_shading(flats(), 0)).passes.back().value.judged_p95, 1e-6);
}

TEST(Flats, PartsThatStandTheOtherWayRoundAreNoSwapUntilTheyAreShaded) {
    Painting painting = flats();
    painting.passes[1].source = Tint{grey(0.9F)};
    painting.passes[2].source = Tint{grey(0.1F)};
    const auto swaps = [](const Painting& of) {
        const auto findings = find(of, audited(of));
        return std::ranges::count(findings, kPartSwap, &Finding::code);
    };
    EXPECT_EQ(swaps(painting), 0);
    EXPECT_EQ(swaps(with_shading(painting, 0)), 0) << "nor is it said that they were put back";
    EXPECT_EQ(swaps(with_pass(with_shading(painting, 0), painting.passes[1])), 1);
}

TEST(Flats, ALargeSwingOfTheirsIsNothingToLose) {
    const auto warm_lights = [](float strength) {
        Painting painting = flats();
        painting.passes[1].source = Tint{kSlate};
        painting.passes[2].source = Tint{kClay};
        return with_shading(std::move(painting), strength);
    };
    const Audit audit = audited(warm_lights(0));
    ASSERT_GT(std::fabs(audit.passes[2].swing.swing), 2);
    EXPECT_EQ(audit.passes.back().swing.verdict, Verdict::held);
}

TEST(Shading, UnderIsWhatColourLaidOverTheGreysComesTo) {
    Painting over = greys();
    Pass colour = tint(kClay, BlendMode::color);
    over = with_pass(std::move(over), colour);
    Painting under = with_plain_ground(greys(), kClay);
    under = with_shading(std::move(under), 0);
    const RgbBlock a = flats_after(over, 1), b = flats_after(under, 3);
    for (std::size_t i = 0; i < a.all().r.size(); ++i) {
        EXPECT_NEAR(a.all()[i].r, b.all()[i].r, 2e-6);
        EXPECT_NEAR(a.all()[i].g, b.all()[i].g, 2e-6);
        EXPECT_NEAR(a.all()[i].b, b.all()[i].b, 2e-6);
    }
}

TEST(Shading, BothStrengthsAddUpHoweverOneIsChanged) {
    Painting painting = with_shading(flats(), 0.3F);
    const Shading shading = *shading_at(painting, 4);
    EXPECT_EQ(shading, (Shading{3, 4}));
    EXPECT_EQ(shading_at(painting, 3), shading);
    EXPECT_EQ(shading_at(painting, 1), std::nullopt) << "flats are a group of another kind";
    EXPECT_FLOAT_EQ(balance_of(painting, shading), 0.3F);
    for (const std::size_t place : {3U, 4U}) {
        Pass pass = painting.passes[place];
        pass.strength = 0.9F;
        const Painting changed = with_changed_pass(painting, place, pass);
        EXPECT_FLOAT_EQ(changed.passes[place].strength, 0.9F);
        EXPECT_NEAR(changed.passes[7 - place].strength, 0.1F, 1e-6);
    }
    Pass other = painting.passes[3];
    other.blend = BlendMode::screen;
    painting = with_changed_pass(std::move(painting), 3, other);
    EXPECT_EQ(shading_at(painting, 3), std::nullopt) << "that is no shading any more";
    other.strength = 0.2F;
    EXPECT_FLOAT_EQ(with_changed_pass(painting, 3, other).passes[4].strength, 0.3F);
}

TEST(Shading, TheBestBalanceIsThatOfLeastDrift) {
    // Nearly white ones hold with all of it under and with all of it over, and not in between.
    for (const Rgb red : {kClay, Rgb{0.9F, 0.1F, 0.1F}, Rgb{0.5F, 0.55F, 0.5F}, grey(0.985F)}) {
        Painting painting = flats();
        painting.passes[1].source = Tint{red};
        if (red == grey(0.985F)) painting.passes[2].source = Tint{red};
        painting = with_shading(std::move(painting), 0.5F);
        const Shading shading = *shading_at(painting, 4);
        const auto found = balance_for(painting, shading, Reader::lightness);
        ASSERT_TRUE(found);
        std::vector<double> drifts;
        for (int percent = 0; percent <= 100; ++percent)
            drifts.push_back(drift_of(with_balance(painting, shading, float(percent) / 100)));
        const auto best = std::ranges::min_element(drifts);
        const double least = *best;
        std::optional<int> most;
        for (auto drift = best; drift != drifts.end() && *drift <= kHeldDrift; ++drift)
            most = static_cast<int>(drift - drifts.begin());
        EXPECT_NEAR(drift_of(with_balance(painting, shading, found->best)), least, 0.01);
        EXPECT_NEAR(
            audited(with_balance(painting, shading, found->best)).passes[4].value.running.p95,
            least, 0.02);
        ASSERT_EQ(found->most.has_value(), most.has_value());
        if (most) {
            EXPECT_NEAR(100 * *found->most, *most, 1.01);
        }
    }
}

TEST(Shading, OutOfBalanceIsMendedByTheBest) {
    const Painting painting = with_shading(flats(), 0.8F);
    const Audit audit = audited(painting);
    const auto findings = find(painting, audit);
    ASSERT_EQ(findings.front().code, kValuesSlip);
    EXPECT_EQ(findings.front().pass, 5);
    const auto mends = mends_for(painting, findings.front(), audit);
    ASSERT_FALSE(mends.empty());
    const auto own = std::ranges::find_if(
        mends, [](const Mend& mend) { return std::holds_alternative<SetBalance>(mend.change); });
    ASSERT_NE(own, mends.end());
    const Painting better = mended(painting, *own);
    EXPECT_LT(drift_of(better), drift_of(painting));
    EXPECT_FLOAT_EQ(better.passes[3].strength + better.passes[4].strength, 1);
}

TEST(Flats, RefuseWhatIsNotThere) {
    const Painting painting = greys();
    const Flat none[] = {{77, kClay}};
    EXPECT_EQ(with_flats(painting, none), painting);
    EXPECT_EQ(with_balance(painting, {3, 4}, 0.5F), painting);
    EXPECT_EQ(shading_of(painting, kNoGroup), std::nullopt);
}

}  // namespace
}  // namespace underpaint
