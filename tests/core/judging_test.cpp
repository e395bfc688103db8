// SPDX-License-Identifier: GPL-3.0-or-later
// What verdicts are told from: limits, splits, histograms, slivers, and what a basis is made of.
#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "audit/basis.h"
#include "audit/light_split.h"
#include "audit/limits.h"
#include "audit/measures/gaps.h"
#include "audit/measures/intensity_lead.h"
#include "audit/measures/shape_kept.h"
#include "blend/tally_rows.h"
#include "support/every_target.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::sealed;
using testing::tint;

TEST(Verdicts, StandOnTheirLimits) {
    const Bounds large{0.9, 0.75}, small{0.1, 0.2, Better::small}, near{2, 4, Better::near_nought};
    EXPECT_EQ(judged(0.9, large), Verdict::held);
    EXPECT_EQ(judged(0.8999, large), Verdict::slipping);
    EXPECT_EQ(judged(0.75, large), Verdict::slipping);
    EXPECT_EQ(judged(0.7499, large), Verdict::lost);
    EXPECT_EQ(judged(-2, large), Verdict::lost);
    EXPECT_EQ(judged(0.1, small), Verdict::held);
    EXPECT_EQ(judged(0.1001, small), Verdict::slipping);
    EXPECT_EQ(judged(0.2001, small), Verdict::lost);
    EXPECT_EQ(judged(-5, small), Verdict::held);
    for (const double side : {-1.0, 1.0}) {
        EXPECT_EQ(judged(2 * side, near), Verdict::held);
        EXPECT_EQ(judged(2.01 * side, near), Verdict::slipping);
        EXPECT_EQ(judged(4.01 * side, near), Verdict::lost);
    }
    EXPECT_EQ(judged(0.5, drift_bounds(0.5)), Verdict::held);
    EXPECT_EQ(judged(0.9, drift_bounds(0.5)), Verdict::slipping);
    EXPECT_EQ(judged(1.1, drift_bounds(0.5)), Verdict::lost);
}

TEST(Limits, AreTheUsualOnesWhereNothingIsSaid) {
    const Limits usual = limits_of(sealed(testing::ramp({20, 10})));
    EXPECT_EQ(usual.drift, kHeldDrift);
    EXPECT_FALSE(usual.swing);
    EXPECT_EQ(usual.extremes, Extremes::focus);
    EXPECT_TRUE(usual.shadows_gain_colour);
    EXPECT_TRUE(usual.overlays_touch_only);
    EXPECT_FALSE(usual.accents_asked);
    EXPECT_FALSE(usual.strongest_at);
}

TEST(Limits, FollowEachRule) {
    Painting painting = sealed(testing::ramp({20, 10}));
    HouseRules& rules = painting.brief.rules;
    rules[HouseRule::extremes] = static_cast<double>(Extremes::nowhere);
    rules[HouseRule::shadows] = static_cast<double>(Shadows::may_be_black);
    rules[HouseRule::overlay] = static_cast<double>(Overlays::anywhere);
    rules[HouseRule::background] = 0.4;
    rules[HouseRule::accents] = 0.2;
    rules[HouseRule::soft_edges] = 0.15;
    const Limits limits = limits_of(painting);
    EXPECT_EQ(limits.extremes, Extremes::nowhere);
    EXPECT_FALSE(limits.shadows_gain_colour);
    EXPECT_FALSE(limits.overlays_touch_only);
    EXPECT_EQ(limits.background, 0.4);
    EXPECT_EQ(limits.accents, 0.2);
    EXPECT_EQ(limits.soft_edges, 0.15);
    painting.brief.light = Light::one_temperature;
    EXPECT_EQ(limits_of(painting).swing, 0.0);
}

TEST(LightSplit, TakesTheOuterShapesOfThePlan) {
    StepHistogram steps;
    steps.add(std::vector<float>{2, 2, 8, 8});
    Plan plan;
    const LightSplit otsu = light_split(plan, steps);
    EXPECT_FALSE(otsu.planned);
    EXPECT_EQ(otsu.shadows_below, otsu.lights_from);
    EXPECT_GT(otsu.lights_from, 2);
    EXPECT_LE(otsu.lights_from, 8);
    plan.splits.set(ShapeCount::five, {2, 3, 6, 7});
    EXPECT_EQ(light_split(plan, steps), (LightSplit{3, 6, true}));
    plan.splits.set(ShapeCount::two, {4.5});
    EXPECT_EQ(light_split(plan, steps), (LightSplit{4.5, 4.5, true}));
    plan.splits.set(ShapeCount::three, {3.5, 5.5});
    EXPECT_EQ(light_split(plan, steps), (LightSplit{3.5, 5.5, true}));
    Plan shares;
    shares.shares[ShapeCount::two] = {0.4, 0.6};
    EXPECT_TRUE(light_split(shares, steps).planned) << "planned shares are a plan too";
}

TEST(StrengthHistogram, CountsSharesAndTakesAway) {
    StrengthHistogram all, some;
    std::vector<float> values, weights;
    for (int i = 1; i <= 1000; ++i) {
        values.push_back(static_cast<float>(i) / 1000);
        weights.push_back(i > 900 ? 1.0F : 0.0F);
    }
    all.add(values);
    some.add_inside(values, weights);
    EXPECT_EQ(all.count(), 1000U);
    EXPECT_EQ(some.count(), 100U);
    EXPECT_NEAR(all.percentile(0.5), 0.5, 1e-9);
    EXPECT_NEAR(all.percentile(0.995), 0.995, 1e-9);
    // Of an even spread: nothing below 0.7, all above 0.9, and half of what lies between.
    EXPECT_NEAR(all.accent_share(1), 0.2, 1e-3);
    EXPECT_NEAR(all.accent_share(0.5), 1 - 0.4, 1e-3);
    const StrengthHistogram rest = all.without(some);
    EXPECT_EQ(rest.count(), 900U);
    EXPECT_NEAR(rest.percentile(1), 0.9, 1e-9);
    EXPECT_EQ(StrengthHistogram().accent_share(0.1), 0);
    EXPECT_EQ(StrengthHistogram().percentile(0.5), 0);
}

TEST(ReachedFirst, KeepsWhoCameFirstAcrossStrips) {
    const Size size{300, 20};
    ReachedFirst reached(size, kStripRows);
    const auto lay = [&](std::size_t pass, Rect strip, float cover, float before) {
        FloatBlock sum(strip, before);
        return reached.add(FloatBlock(strip, cover), pass, sum);
    };
    EXPECT_TRUE(lay(0, {0, 0, 128, 8}, 1, 0));
    EXPECT_FALSE(lay(1, {128, 0, 128, 8}, 0.3F, 0)) << "not by half yet";
    EXPECT_TRUE(lay(2, {128, 0, 128, 8}, 0.3F, 0.3F));
    EXPECT_TRUE(lay(4, {256, 16, 44, 4}, 0.6F, 0));
    const auto open = [&](int y, std::size_t passes) {
        std::vector<ReachedFirst::Run> runs;
        reached.open_runs(y, passes, runs);
        std::vector<std::pair<int, int>> stretches;
        for (const auto& run : runs) stretches.emplace_back(run.left, run.end);
        return stretches;
    };
    using Stretches = std::vector<std::pair<int, int>>;
    EXPECT_EQ(open(3, 0), (Stretches{{0, 300}}));
    EXPECT_EQ(open(3, 2), (Stretches{{128, 300}}));
    EXPECT_EQ(open(3, 3), (Stretches{{256, 300}}));
    EXPECT_EQ(open(19, 5), (Stretches{{0, 256}}));
    for (const std::size_t pass : {1U, 3U, 5U}) EXPECT_TRUE(reached.first_anywhere(pass)) << pass;
    for (const std::size_t pass : {2U, 4U, 6U}) EXPECT_FALSE(reached.first_anywhere(pass)) << pass;
    EXPECT_EQ(gaps_after(reached, 0)->count, 0U) << "nothing is reached, so nothing is left out";
}

TEST(ShapeKept, IsNothingWithoutAShape) {
    const FloatBlock flat({0, 0, 30, 20}, 5);
    EXPECT_FALSE(shape_kept(flat, flat));
    FloatBlock slope({0, 0, 30, 20});
    for (int y = 0; y < 20; ++y)
        for (std::size_t x = 0; x < 30; ++x) slope.row(y)[x] = 1 + static_cast<float>(x) / 5;
    EXPECT_FALSE(shape_kept(slope, flat));
    EXPECT_NEAR(*shape_kept(slope, slope), 1, 1e-6);
}

TEST(ShapeKept, IsTheSameWhenOnlyWhatChangedIsLookedAt) {
    std::mt19937 random(3);
    FloatBlock sealed({0, 0, 40, 30});
    for (float& step : sealed.samples()) step = 1 + static_cast<float>(random() % 800) / 100;
    FloatBlock now = sealed;
    ShapeSums sums(sealed);
    for (const auto& [top, bottom] : {std::pair{5, 9}, {0, 1}, {29, 30}, {12, 20}}) {
        for (int y = top; y < bottom; ++y)
            for (float& step : now.row(y)) step = 1 + static_cast<float>(random() % 800) / 100;
        sums.look_at(now, top - 1, bottom);
        EXPECT_EQ(*sums.kept(), *shape_kept(sealed, now)) << top;
    }
}

TEST(Brings, ColourOnlyWhatHasSome) {
    Pass pass = tint({0.5F, 0.4F, 0.3F}, BlendMode::color);
    EXPECT_TRUE(brings_colour(pass));
    pass.reach.band = {1, 5, 0.5F};
    EXPECT_FALSE(brings_colour(pass)) << "what a band leaves out was left out on purpose";
    pass.reach.band = {};
    pass.ground = true;
    EXPECT_FALSE(brings_colour(pass));
    pass.ground = false;
    for (const Source& source : {Source(Grain{}), Source(Glow{}), Source(Vignette{}),
                                 Source(Sharpness{}), Source(Underpaint{})}) {
        pass.source = source;
        EXPECT_FALSE(brings_colour(pass)) << kind_of(source);
    }
    pass.source = Curve{};
    EXPECT_TRUE(brings_colour(pass));
}

TEST(Basis, ChangesWithWhatPassesAreJudgedBy) {
    const Painting painting =
        with_pass(sealed(testing::ramp({20, 10})), tint({0.5F, 0.4F, 0.3F}, BlendMode::color));
    const auto of = [](const Painting& p, const HouseRules& own = {}) {
        return basis_of(p, Stage::colour, Reader::lightness, own);
    };
    const Basis now = of(painting);
    Painting other = painting;
    other.brief.rules[HouseRule::value_budget] = 0.4;
    EXPECT_NE(of(other), now);
    other = painting;
    other.brief.swing = 4;
    EXPECT_NE(of(other), now);
    EXPECT_NE(of(with_splits(painting, ShapeCount::three, {3, 6})), now);
    EXPECT_NE(of(painting, {{HouseRule::accents, 0.3}}), now);
    other = painting;
    other.brief.purpose = "a book cover";
    EXPECT_EQ(of(other), now) << "what it is for moves no figure";
    EXPECT_EQ(of(with_meant(painting, {"values-slip", "Tint", {}, 0, 1, ""})), now);
}

TEST(TallyRows, CountWhatALoopCounts) {
    std::vector<float> now(1003), then(1003), weights(1003);
    unsigned seed = 3;
    const auto unit = [&] {
        seed = seed * 1664525U + 1013904223U;
        return static_cast<float>(seed >> 8) / 0x1000000;
    };
    for (std::size_t i = 0; i < now.size(); ++i)
        now[i] = 1 + 8 * unit(), then[i] = 1 + 8 * unit(), weights[i] = unit();
    double sum = 0, weighted = 0;
    float most = 0;
    unsigned changed = 0, above = 0, below = 0;
    for (std::size_t i = 0; i < now.size(); ++i) {
        const float d = now[i] - then[i];
        sum += std::fabs(static_cast<double>(d));
        weighted += static_cast<double>(now[i]) * static_cast<double>(weights[i]);
        most = std::max(most, std::fabs(d));
        changed +=
            std::lround(std::floor(now[i] + 0.5F)) != std::lround(std::floor(then[i] + 0.5F));
        above += d > 0.25F, below += d < -0.25F;
    }
    testing::on_every_target([&] {
        std::vector<std::int32_t> bins(now.size());
        const RowDrift row = drift_row(now, then, 0.25F, {100, 500}, bins);
        EXPECT_NEAR(row.sum, sum, 0.02);
        EXPECT_EQ(row.max, most);
        EXPECT_EQ(row.changed, changed);
        EXPECT_EQ(row.above, above);
        EXPECT_EQ(row.below, below);
        for (std::size_t i = 0; i < bins.size(); ++i) {
            const float units = std::min(500.0F, 100 * std::fabs(now[i] - then[i]));
            const float folded = units <= 100 ? units : 100 + (units - 100) / 10;
            EXPECT_NEAR(bins[i], folded, 0.56) << i;
        }
        std::vector<float> sums = then;
        add_weighted_row(now, 0.375F, sums);
        for (std::size_t i = 0; i < sums.size(); ++i)
            ASSERT_EQ(sums[i], then[i] + 0.375F * now[i]) << i;
        EXPECT_NEAR(weighted_sum(now, weights), weighted, 0.02);
        EXPECT_NEAR(sum_of(weights), weighted_sum(weights, std::vector<float>(1003, 1)), 1e-3);
    });
}

TEST(TallyRows, BinsBeyondAStepAreTenTimesAsWide) {
    // Every bin there can be, against division as it is written.
    testing::on_every_target([&] {
        std::vector<float> now(40001), then(40001, 1);
        for (std::size_t i = 0; i < now.size(); ++i) now[i] = 1 + static_cast<float>(i) / 5000;
        std::vector<std::int32_t> bins(now.size());
        drift_row(now, then, 0.25F, {5000, 40000}, bins);
        for (std::size_t i = 0; i < bins.size(); ++i)
            ASSERT_NEAR(bins[i], folded(static_cast<std::int32_t>(i), 5000), 1) << i;
        EXPECT_EQ(bins.back(), 5000 + 35005 / 10);
    });
}

}  // namespace
}  // namespace underpaint
