// SPDX-License-Identifier: GPL-3.0-or-later
// Who did it, how much of it each had, what is meant, and what can be mended without harm.
#include "audit/blame.h"

#include <gtest/gtest.h>

#include <cmath>

#include "audit/finding_figures.h"
#include "audit/mends/pass_trial.h"
#include "audit/pass_mends.h"
#include "audit/safe_mends.h"
#include "support/blamed.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::blamed;
using testing::sealed;
using testing::tint;
using testing::with_columns;

Finding of(const std::vector<Finding>& findings, FindingCode code) {
    const auto found = std::ranges::find(findings, code, &Finding::code);
    EXPECT_NE(found, findings.end()) << id_of(code);
    return found == findings.end() ? Finding() : *found;
}

/// Grey, and washes over all of it that squeeze it step by step.
Painting washed(std::initializer_list<float> strengths) {
    Painting painting = sealed(testing::ramp({320, 60}));
    for (const float strength : strengths)
        painting = with_pass(std::move(painting), tint(grey(0.6F), BlendMode::normal, strength));
    return painting;
}

TEST(Blame, SharesInTheOrderLaidAddUpToWhatBecameOfTheFigure) {
    const Painting painting = washed({0.1F, 0.15F, 0.2F});
    const Audit figures = *audit(painting, {});
    const auto findings = blamed(painting);
    for (const FindingCode code : {kValuesSlip, kRangeShrinks}) {
        const Finding slip = of(findings, code);
        ASSERT_EQ(slip.shares.size(), 3U) << slip.text;
        double sum = 0;
        for (const PassShare& share : slip.shares) {
            EXPECT_GT(share.laid, 0);
            EXPECT_GT(share.alone, 0);
            sum += share.laid;
        }
        const double change = code == kValuesSlip ? figures.passes.back().value.judged_p95
                                                  : 1 - *figures.passes.back().range.kept;
        EXPECT_NEAR(sum, change, 0.01);
        EXPECT_NE(slip.text.find("Pass 1 took"), std::string::npos) << slip.text;
    }
}

TEST(Blame, AloneIsWhatTheFigureBecomesWithoutThePass) {
    const Painting painting = washed({0.3F, 0.2F});
    const Finding slip = of(blamed(painting), kRangeShrinks);
    for (const PassShare& share : slip.shares) {
        Painting without = painting;
        without.passes[static_cast<std::size_t>(share.pass) - 1].on = false;
        const double gained = *audit(without, {})->passes.back().range.kept -
                              *audit(painting, {})->passes.back().range.kept;
        EXPECT_NEAR(share.alone, gained, 0.02);
    }
}

TEST(Blame, OnePassThatDidItAllIsSaidToBeAlone) {
    Painting painting = sealed(testing::ramp({320, 60}));
    painting = with_pass(std::move(painting), tint({0.3F, 0.4F, 0.7F}, BlendMode::true_colour));
    painting = with_pass(std::move(painting), tint({0.8F, 0.5F, 0.2F}, BlendMode::normal, 0.5F));
    const Finding slip = of(blamed(painting), kValuesSlip);
    EXPECT_TRUE(slip.text.ends_with("Pass 2, alone.")) << slip.text;
}

TEST(Blame, APassThatHidesAnothersDamageIsNamed) {
    Painting painting = washed({0.5F});
    Pass back = tint({}, BlendMode::normal, 0.4F, 1);
    back.source = Curve{};
    back.hold_to = HoldTo::sealed;
    painting = with_pass(std::move(painting), back);
    const Finding slip = of(blamed(painting), kValuesSlip);
    EXPECT_EQ(slip.pass, 1);
    EXPECT_NE(slip.text.find("Pass 2 hides"), std::string::npos) << slip.text;
}

/// The second pass darkens more than the first had lightened, and the third lightens again: without
/// the second the picture would be far too light.
TEST(Blame, APassThatOthersNeedIsNotCovered) {
    Painting painting = sealed(testing::grey_picture(
        {320, 60}, [](int x, int) { return 0.4 + 0.2 * static_cast<double>(x) / 320; }));
    for (const float by : {0.05F, -0.15F, 0.16F}) {
        Pass pass = tint({}, BlendMode::normal);
        pass.source = Curve{{{0.2F, 0.2F + by}, {0.8F, 0.8F + by}}, {}, {}, {}};
        painting = with_pass(std::move(painting), pass);
    }
    const Audit figures = *audit(painting, {});
    ASSERT_GT(figures.passes[1].value.judged_p95, figures.passes[0].value.judged_p95);
    const Finding slip = of(blamed(painting), kValuesSlip);
    EXPECT_EQ(slip.text.find("covered"), std::string::npos) << slip.text;
    const auto second = std::ranges::find(slip.shares, 2, &PassShare::pass);
    ASSERT_NE(second, slip.shares.end()) << slip.text;
    EXPECT_GT(second->laid, 0);
    EXPECT_LT(second->alone, -1);
}

TEST(Blame, EndsWhenStopped) {
    const Painting painting = washed({0.5F});
    const Audit figures = *audit(painting, {});
    auto findings = find(painting, figures);
    std::stop_source source;
    source.request_stop();
    EXPECT_FALSE(find_shares(painting, figures, findings, {}, source.get_token()));
}

// --- what is meant

TEST(Meant, HoldsAsLongAsTheFigureIsNoWorse) {
    Painting painting = washed({0.5F});
    const Finding slip = of(blamed(painting), kValuesSlip);
    painting = with_meant(painting, meant_of(painting, slip, "fog comes in"));
    const auto accepted = find(painting, *audit(painting, {}));
    const Finding after = of(accepted, kValuesSlip);
    EXPECT_EQ(after.meant, "fog comes in");
    EXPECT_FALSE(counts(after));
    EXPECT_TRUE(accepted.back().meant) << "what is meant stands last";

    Painting worse = painting;
    worse.passes[0].strength = 0.8F;
    EXPECT_FALSE(of(find(worse, *audit(worse, {})), kValuesSlip).meant);
    Painting better = painting;
    better.passes[0].strength = 0.4F;
    EXPECT_TRUE(of(find(better, *audit(better, {})), kValuesSlip).meant);

    Pass renamed = painting.passes[0];
    renamed.name = "Fog";
    const Painting other = with_changed_pass(painting, 0, renamed);
    EXPECT_TRUE(of(find(other, *audit(other, {})), kValuesSlip).meant);
    const Painting back = without_meant(other, other.meant[0]);
    EXPECT_FALSE(of(find(back, *audit(back, {})), kValuesSlip).meant);
}

// --- what is safe

TEST(SafeMends, LeaveNothingWorseAndSayWhatTheyDo) {
    Painting painting = washed({0.4F});
    painting =
        with_pass(std::move(painting), tint({0.3F, 0.4F, 0.7F}, BlendMode::true_colour, 0.6F));
    const Audit before = *audit(painting, {});
    const auto safe = *mend_what_is_safe(painting, before);
    ASSERT_FALSE(safe.mends.empty());
    const Audit after = *audit(safe.result, {});
    EXPECT_TRUE(nothing_worse(painting, before, safe.result, after));
    EXPECT_EQ(after.passes.back().value.verdict, Verdict::held);
    EXPECT_EQ(static_cast<std::size_t>(std::ranges::count_if(find(safe.result, after), counts)),
              safe.left);
    Painting step = painting;
    for (const SafeMend& mend : safe.mends) {
        EXPECT_TRUE(mend.mend.safe);
        EXPECT_TRUE(mend.after.starts_with("Would leave the balance at"));
        step = mended(step, mend.mend);
    }
    EXPECT_EQ(step, safe.result) << "they are what was listed, in that order";
}

TEST(SafeMends, TakeNothingWhereNothingSlippedOrWhenStopped) {
    const Painting painting = washed({0.02F});
    const Audit figures = *audit(painting, {});
    const auto safe = *mend_what_is_safe(painting, figures);
    EXPECT_TRUE(safe.mends.empty());
    EXPECT_EQ(safe.result, painting);
    const Painting bad = washed({0.5F});
    std::stop_source source;
    source.request_stop();
    EXPECT_FALSE(mend_what_is_safe(bad, *audit(bad, {}), {}, source.get_token()));
}

}  // namespace
}  // namespace underpaint
