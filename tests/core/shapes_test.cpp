// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/shapes.h"

#include <gtest/gtest.h>

#include <limits>
#include <random>

#include "audit/extremes.h"

namespace underpaint {
namespace {

/// So many pixels of each of some steps.
StepHistogram steps(std::initializer_list<std::pair<float, int>> groups) {
    StepHistogram histogram;
    for (const auto& [step, count] : groups)
        histogram.add(std::vector<float>(static_cast<std::size_t>(count), step));
    return histogram;
}

TEST(ShapeSplitsTest, PartTheScaleEvenlyToBeginWith) {
    const ShapeSplits splits;
    EXPECT_EQ(splits.of(ShapeCount::two), (Splits{5}));
    EXPECT_NEAR(splits.of(ShapeCount::three)[0], 3.667, 0.001);
    EXPECT_EQ(splits.of(ShapeCount::five).size(), 4U);
}

TEST(ShapeSplitsTest, AreKeptInOrderInsideTheScaleAndApart) {
    ShapeSplits splits;
    splits.set(ShapeCount::three, {7, 3});
    EXPECT_EQ(splits.of(ShapeCount::three), (Splits{3, 7}));
    splits.set(ShapeCount::five, {-4, 5, 5, 99});
    const Splits& five = splits.of(ShapeCount::five);
    EXPECT_GT(five[0], 1);
    EXPECT_LT(five[3], 9);
    for (std::size_t i = 1; i < five.size(); ++i)
        EXPECT_GE(five[i] - five[i - 1], kLeastShape - 1e-9);
    splits.set(ShapeCount::five, {9, 9, 9, 9});
    EXPECT_LT(splits.of(ShapeCount::five)[3], 9);
    EXPECT_GE(splits.of(ShapeCount::five)[3] - splits.of(ShapeCount::five)[0],
              3 * kLeastShape - 1e-9);
    const ShapeSplits before = splits;
    splits.set(ShapeCount::two, {3, 4});
    splits.set(ShapeCount::two, {std::numeric_limits<double>::quiet_NaN()});
    EXPECT_EQ(splits, before) << "what does not fit is not taken";
}

TEST(ShapesTest, AStepAtASplitIsLight) {
    const Splits splits{3, 6};
    EXPECT_EQ(shape_of_step(splits, 2.99), 0U);
    EXPECT_EQ(shape_of_step(splits, 3), 1U);
    EXPECT_EQ(shape_of_step(splits, 9), 2U);
    EXPECT_EQ(flat_step(ShapeCount::two, 0), 3);
    EXPECT_EQ(flat_step(ShapeCount::two, 1), 7);
}

TEST(ShapesTest, SharesAddUp) {
    const auto shares = shape_shares(steps({{1, 10}, {4, 30}, {9, 60}}), {3, 6});
    EXPECT_EQ(shares, (std::vector<double>{0.1, 0.3, 0.6}));
    EXPECT_EQ(shape_shares(StepHistogram(), {5}), (std::vector<double>{0, 0})) << "no pixels";
}

TEST(BestSplits, StandMidwayBetweenGroups) {
    const auto histogram = steps({{2, 500}, {5, 300}, {8, 200}});
    const Splits three = best_splits(histogram, ShapeCount::three);
    EXPECT_NEAR(three[0], 3.5, 0.02);
    EXPECT_NEAR(three[1], 6.5, 0.02);
    EXPECT_NEAR(best_splits(steps({{2, 500}, {8, 500}}), ShapeCount::two)[0], 5, 0.02);
}

TEST(BestSplits, AgreeWithOtsuForTwoShapes) {
    std::mt19937 random(3);
    std::normal_distribution<float> dark(3, 0.6F), light(6.5F, 1);
    StepHistogram histogram;
    std::vector<float> pixels;
    for (int i = 0; i < 20'000; ++i) pixels.push_back(i % 3 ? dark(random) : light(random));
    histogram.add(pixels);
    EXPECT_NEAR(best_splits(histogram, ShapeCount::two)[0], histogram.otsu_split(), 0.02);
}

/// Against every pair of splits there is.
TEST(BestSplits, LeaveTheLeastVariance) {
    std::mt19937 random(4);
    std::vector<float> pixels;
    StepHistogram histogram;
    for (int i = 0; i < 400; ++i) pixels.push_back(1 + 0.2F * static_cast<float>(random() % 41));
    histogram.add(pixels);
    const auto left_inside = [&](const Splits& splits) {
        double sum = 0;
        for (std::size_t shape = 0; shape <= splits.size(); ++shape) {
            double n = 0, mean = 0;
            for (const float p : pixels)
                if (shape_of_step(splits, p) == shape) n += 1, mean += p;
            mean /= std::max(n, 1.0);
            for (const float p : pixels)
                if (shape_of_step(splits, p) == shape) sum += (p - mean) * (p - mean);
        }
        return sum;
    };
    double least = 1e9;
    for (double a = 1.1; a < 9; a += 0.2)
        for (double b = a + 0.2; b < 9; b += 0.2) least = std::min(least, left_inside({a, b}));
    EXPECT_NEAR(left_inside(best_splits(histogram, ShapeCount::three)), least, 1e-6);
}

TEST(BestSplits, OfAFlatPictureAreSomewhere) {
    for (const ShapeCount count : kShapeCounts) {
        const Splits splits = best_splits(steps({{5, 100}}), count);
        EXPECT_EQ(splits.size() + 1, number_of(count));
        for (const double split : splits) EXPECT_TRUE(split > 1 && split < 9) << split;
    }
    EXPECT_EQ(best_splits(StepHistogram(), ShapeCount::five).size(), 4U) << "no pixels";
}

TEST(Extremes, AreWithinTwoLevelsOfBlackAndWhite) {
    EXPECT_EQ(extreme_of(grey(2.0F / 255)), Extreme::black);
    EXPECT_EQ(extreme_of(grey(3.0F / 255)), Extreme::none);
    EXPECT_EQ(extreme_of(grey(253.0F / 255)), Extreme::white);
    EXPECT_EQ(extreme_of(grey(252.0F / 255)), Extreme::none);
    EXPECT_EQ(extreme_of({0, 0, 0.5F}), Extreme::none) << "a dark blue";
    const std::vector<Focus> foci{{"A", {10, 10}, 5}};
    EXPECT_TRUE(in_focus(foci, {13, 14}));
    EXPECT_FALSE(in_focus(foci, {14, 14}));
    EXPECT_FALSE(in_focus({}, {0, 0}));
}

}  // namespace
}  // namespace underpaint
