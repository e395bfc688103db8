// SPDX-License-Identifier: GPL-3.0-or-later
// Where a pass does nothing, why, and what would help.
#include "audit/no_effect.h"

#include <gtest/gtest.h>

#include "audit/pass_mends.h"
#include "painting/changes.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

constexpr Rgb kWarm{0.9F, 0.6F, 0.3F};

/// Left a white of 0.98, right a middle grey.
Painting halves(BlendMode blend, Rgb colour, double left = 0.98) {
    return with_pass(testing::sealed(testing::grey_picture(
                         {400, 100}, [&](int x, int) { return x < 200 ? left : 0.5; })),
                     testing::tint(colour, blend));
}

NoEffect effect(const Painting& painting) {
    return no_effects(painting)->front();
}

const Finding* finding_of(const std::vector<Finding>& findings) {
    const auto found = std::ranges::find(findings, kWithoutEffect, &Finding::code);
    return found == findings.end() ? nullptr : &*found;
}

TEST(NoEffect, OfOverlayOverNearWhiteAndNearBlack) {
    const NoEffect white = effect(halves(BlendMode::overlay, kWarm, 0.995));
    EXPECT_NEAR(white.share, 0.5, 0.01);
    EXPECT_NEAR(white.reach, 1, 1e-9);
    EXPECT_EQ(white.why, WhyNothing::near_white);
    EXPECT_EQ(testing::pixel(white.where->base(), 50, 50).r, 1);
    EXPECT_EQ(testing::pixel(white.where->base(), 350, 50).r, 0);
    const NoEffect black = effect(halves(BlendMode::overlay, kWarm, 0.004));
    EXPECT_NEAR(black.share, 0.5, 0.01);
    EXPECT_EQ(black.why, WhyNothing::near_black);
}

TEST(NoEffect, OfASourceNearTheNeutral) {
    const NoEffect neutral = effect(halves(BlendMode::multiply, {0.995F, 0.995F, 1}, 0.7));
    EXPECT_NEAR(neutral.share, 1, 0.01);
    EXPECT_EQ(neutral.why, WhyNothing::near_neutral);
    const NoEffect same = effect(halves(BlendMode::normal, grey(0.5F)));
    EXPECT_NEAR(same.share, 0.5, 0.01);
    EXPECT_EQ(same.why, WhyNothing::same);
}

TEST(NoEffect, IsNotOfWhatIsOffOrDoesSomething) {
    EXPECT_NEAR(effect(halves(BlendMode::normal, kWarm)).share, 0, 0.01);
    Painting off = halves(BlendMode::overlay, kWarm);
    off.passes[0].on = false;
    EXPECT_EQ(effect(off).reach, 0);
    EXPECT_EQ(finding_of(find(off, *audit(off, {}))), nullptr);
}

TEST(NoEffect, IsSaidWithItsReason) {
    Painting painting = halves(BlendMode::overlay, kWarm, 0.995);
    painting = testing::with_columns(painting, "Sail", 0, 240);
    painting.passes[0].reach.parts = {painting.parts[0].id};
    painting.passes[0].name = "Lamp";
    const auto findings = find(painting, *audit(painting, {}));
    const Finding* said = finding_of(findings);
    ASSERT_NE(said, nullptr);
    EXPECT_EQ(said->text,
              "Lamp changes next to nothing in 83% of where it lands: the picture is near white "
              "there. Pass 1.");
    EXPECT_EQ(said->verdict, Verdict::open) << "nothing is scolded";
}

TEST(NoEffect, AShadeBeneathMakesAnOverlayTell) {
    Painting painting = halves(BlendMode::overlay, kWarm, 0.995);
    painting = testing::with_columns(painting, "Sail", 0, 200);
    painting.passes[0].reach.parts = {painting.parts[0].id};
    const Audit figures = *audit(painting, {});
    const auto findings = find(painting, figures);
    const auto mends = mends_for(painting, *finding_of(findings), figures);
    ASSERT_EQ(mends.size(), 1U);
    EXPECT_TRUE(mends[0].label.starts_with("Shade beneath at ")) << mends[0].label;
    const Painting after = mended(painting, mends[0]);
    ASSERT_EQ(after.passes.size(), 2U);
    EXPECT_EQ(after.passes[1], painting.passes[0]);
    EXPECT_LE((*no_effects(after))[1].share, 0.1);
    // And no less would do.
    Painting weaker = after;
    weaker.passes[0].strength -= 0.01F;
    EXPECT_GT((*no_effects(weaker))[1].share, 0.1);
    // A shade helps none that is near its neutral.
    const Painting neutral = halves(BlendMode::multiply, {0.995F, 0.995F, 1}, 0.7);
    const Audit flat = *audit(neutral, {});
    EXPECT_TRUE(mends_for(neutral, *finding_of(find(neutral, flat)), flat).empty());
}

}  // namespace
}  // namespace underpaint
