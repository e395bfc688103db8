// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>
#include <random>

#include "audit/drift.h"
#include "audit/exact_sum.h"
#include "audit/step_histogram.h"
#include "terms/verdict.h"

namespace underpaint {
namespace {

TEST(DriftTally, MatchesAFullSort) {
    std::mt19937 random(5);
    std::vector<float> now(40001), then(now.size()), size(now.size());
    for (std::size_t i = 0; i < now.size(); ++i) {
        then[i] = 1 + 8 * static_cast<float>(random() % 10000) / 9999;
        now[i] = std::clamp(then[i] + static_cast<float>(random() % 2001) / 1000 - 1, 1.0F, 9.0F);
        size[i] = std::fabs(now[i] - then[i]);
    }
    DriftTally tally;
    tally.add(now, then);
    const Drift drift = tally.drift();
    std::sort(size.begin(), size.end());
    EXPECT_NEAR(
        drift.p95,
        size[static_cast<std::size_t>(std::ceil(0.95 * static_cast<double>(size.size()))) - 1],
        2e-4);
    EXPECT_EQ(drift.max, size.back());
    double sum = 0;
    for (const float v : size) sum += v;
    EXPECT_NEAR(drift.mean, sum / static_cast<double>(size.size()), 1e-6);
    EXPECT_NEAR(drift.lighter, drift.darker, 0.02);
}

TEST(DriftTally, IsTheSameInAnyOrder) {
    const std::vector<float> now{2, 3, 4.5F, 8}, then{2.1F, 3, 4, 1};
    DriftTally whole, first, second;
    whole.add(now, then);
    first.add(std::span(now).first(1), std::span(then).first(1));
    second.add(std::span(now).subspan(1), std::span(then).subspan(1));
    second += first;
    EXPECT_EQ(whole.drift().p95, second.drift().p95);
    EXPECT_EQ(whole.drift().max, second.drift().max);
    EXPECT_EQ(whole.drift().changed_steps, second.drift().changed_steps);
    EXPECT_EQ(first.drift().darker, 0);  // a tenth of a step is within the budget
}

TEST(DriftTally, CountsChangedStepsByRounding) {
    DriftTally tally;
    tally.add(std::vector<float>{4.49F, 4.51F, 5.2F, 8.9F},
              std::vector<float>{4.51F, 4.52F, 4.8F, 8.1F});
    EXPECT_EQ(tally.drift().changed_steps, 0.5);  // the first (5 to 4) and the last (8 to 9)
}

TEST(DriftTally, OfNothingIsNothing) {
    EXPECT_EQ(DriftTally().drift(), Drift{});
    DriftTally still;
    still.add(std::vector<float>(100, 3.3F), std::vector<float>(100, 3.3F));
    EXPECT_EQ(still.drift().p95, 0);
    EXPECT_EQ(still.drift().max, 0);
}

TEST(Verdict, FollowsTheBudgets) {
    EXPECT_EQ(judged(0, drift_bounds(kHeldDrift)), Verdict::held);
    EXPECT_EQ(judged(0.25, drift_bounds(kHeldDrift)), Verdict::held);
    EXPECT_EQ(judged(0.2501, drift_bounds(kHeldDrift)), Verdict::slipping);
    EXPECT_EQ(judged(0.5, drift_bounds(kHeldDrift)), Verdict::slipping);
    EXPECT_EQ(judged(0.51, drift_bounds(kHeldDrift)), Verdict::lost);
    EXPECT_EQ(id_of(Verdict::slipping), "slipping");
    EXPECT_EQ(worse(Verdict::held, Verdict::lost), Verdict::lost);
}

TEST(ExactSum, DoesNotCareForOrder) {
    std::mt19937 random(9);
    std::vector<double> values(10000);
    for (double& v : values) v = static_cast<double>(random()) / 1e7 - 200;
    ExactSum forward, backward;
    for (const double v : values) forward.add(v);
    std::reverse(values.begin(), values.end());
    for (const double v : values) backward.add(v);
    EXPECT_EQ(forward.value(), backward.value());
    WeightedMean mean;
    EXPECT_TRUE(mean.empty());
    EXPECT_EQ(mean.value(), 0);
    mean.add(6, 2);
    mean.add(3, 1);
    EXPECT_DOUBLE_EQ(mean.value(), 3);
}

StepHistogram histogram_of(const std::vector<float>& steps) {
    StepHistogram histogram;
    histogram.add(steps);
    return histogram;
}

TEST(StepHistogram, PercentilesAreWithinAHundredthOfAFullSort) {
    std::mt19937 random(11);
    std::vector<float> steps(30011);
    for (float& step : steps)
        step =
            1 + 8 * static_cast<float>(std::pow(static_cast<double>(random()) / 4294967296.0, 2.0));
    const StepHistogram histogram = histogram_of(steps);
    std::sort(steps.begin(), steps.end());
    for (const double share : {0.005, 0.05, 0.25, 0.5, 0.95, 0.995})
        EXPECT_NEAR(histogram.percentile(share),
                    steps[static_cast<std::size_t>(std::ceil(share * 30011)) - 1], 0.01);
}

TEST(StepHistogram, TakesWhatIsNoStepAtTheEnds) {
    const StepHistogram histogram = histogram_of({NAN, -5, -INFINITY, 4, INFINITY, 100});
    EXPECT_EQ(histogram.count(), 6U);
    EXPECT_EQ(histogram.percentile(0.5), 1);
    EXPECT_EQ(histogram.percentile(0.6), 4);
    EXPECT_EQ(histogram.percentile(1), 9);
}

TEST(StepHistogram, OtsuPartsTwoFlatValues) {
    std::vector<float> steps(700, 3.0F);
    steps.insert(steps.end(), 300, 7.0F);
    EXPECT_NEAR(histogram_of(steps).otsu_split(), 5, 0.01);
    EXPECT_NEAR(histogram_of(std::vector<float>(50, 4.0F)).otsu_split(), 5, 0.1);
}

TEST(StepHistogram, SharesAddUp) {
    const StepHistogram histogram = histogram_of({2, 2, 5, 8});
    EXPECT_DOUBLE_EQ(histogram.share_between(1, 4), 0.5);
    EXPECT_DOUBLE_EQ(histogram.share_between(1, 10), 1);
    EXPECT_EQ(StepHistogram().share_between(1, 9), 0);
}

TEST(Range, AndKeyAreNamedAsPaintersDo) {
    std::vector<float> dark(990, 2.5F);
    dark.insert(dark.end(), 10, 9.0F);
    const StepHistogram night = histogram_of(dark);
    EXPECT_EQ(key_of(night), Key::low);
    EXPECT_EQ(width_of(range_of(night)), "wide");
    EXPECT_EQ(width_of({3, 6.5}), "narrow");
    EXPECT_EQ(width_of({2, 7}), "medium");
    EXPECT_EQ(key_of(histogram_of({5, 5, 5})), Key::middle);
    EXPECT_EQ(key_of(histogram_of({8, 8, 8})), Key::high);
}

}  // namespace
}  // namespace underpaint
