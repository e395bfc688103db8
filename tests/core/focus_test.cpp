// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include <cmath>

#include "audit/focus.h"
#include "audit/measures/part_order.h"
#include "audit/measures/swing.h"

namespace underpaint {
namespace {

/// A flat ground of step 5 with checkers of a given half-contrast at places.
FloatBlock ground_with(Size size, std::initializer_list<std::pair<Point, float>> checkers) {
    FloatBlock steps(rect_of(size), 5);
    for (const auto& [at, half] : checkers)
        for (int y = -20; y < 20; ++y)
            for (int x = -20; x < 20; ++x)
                steps.row(static_cast<int>(at.y) + y)[static_cast<std::size_t>(at.x + x)] =
                    5 + ((x / 4 + y / 4) % 2 == 0 ? half : -half);
    return steps;
}

ViewingSteps viewing(FloatBlock steps) {
    const Size size = steps.area().size();
    return at_viewing_scale(std::move(steps), size);
}

TEST(Focus, ContrastOfADiscIsKnown) {
    FloatBlock steps(rect_of({200, 200}), 3);
    for (int y = 80; y < 120; ++y)
        for (int x = 80; x < 120; ++x) steps.row(y)[static_cast<std::size_t>(x)] = 8;
    EXPECT_NEAR(*disc_contrast(steps, {100, 100}, 40), 5, 1e-6);
    EXPECT_NEAR(*disc_contrast(steps, {20, 20}, 10), 0, 1e-6);
}

TEST(Focus, MayHangOverTheBorderButNotLieOutside) {
    const FloatBlock steps(rect_of({50, 50}), 4);
    EXPECT_TRUE(disc_contrast(steps, {0, 0}, 10));
    EXPECT_FALSE(disc_contrast(steps, {200, 200}, 10));
}

TEST(Focus, FindsACheckerAsItsRival) {
    const auto now = viewing(ground_with({400, 300}, {{{100, 150}, 2.0F}, {{300, 150}, 1.5F}}));
    const std::vector<Focus> foci{{"A", {100, 150}, 20}};
    const auto found = audit_focus(now, foci, std::nullopt);
    ASSERT_TRUE(found);
    EXPECT_NEAR(found->contrast, 4, 0.01);
    ASSERT_TRUE(found->rival);
    // Any disc that covers a good part of the checker has its whole contrast.
    EXPECT_NEAR(found->rival->centre.x, 300, 30);
    EXPECT_NEAR(found->rival->centre.y, 150, 30);
    EXPECT_NEAR(found->rival->contrast, 3, 0.01);
    EXPECT_NEAR(*found->lead, 4.0 / 3, 0.01);
    EXPECT_EQ(found->verdict, Verdict::held);
}

TEST(Focus, RivalsKeepTheirDistanceAndTheirOrder) {
    const auto now = viewing(
        ground_with({500, 300}, {{{100, 150}, 2.0F}, {{250, 60}, 0.5F}, {{400, 200}, 1.0F}}));
    const std::vector<Focus> foci{{"A", {100, 150}, 20}};
    const auto rivals = find_rivals(now, foci, 20);
    ASSERT_GE(rivals.size(), 2U);
    for (std::size_t i = 1; i < rivals.size(); ++i)
        EXPECT_GE(rivals[i - 1].contrast, rivals[i].contrast);
    for (const Rival& rival : rivals)
        EXPECT_GE(std::hypot(rival.centre.x - 100, rival.centre.y - 150), 40);
}

TEST(Rivals, AreSoughtFromBorderToBorderAtHalfTheRadius) {
    // From a side that holds one disc only, by pieces of a pixel, to one that holds several.
    for (int over = 0; over <= 95; over += 5) {
        const Size size{40 + over, 41};
        const ContrastGrid grid = contrast_grid(viewing(FloatBlock(rect_of(size), 5)), 20);
        SCOPED_TRACE(over);
        ASSERT_GE(grid.columns, over > 0 ? 2 : 1);
        ASSERT_EQ(grid.rows, 2);
        EXPECT_LE(grid.across, 10 + 1e-6);
        EXPECT_NEAR(grid.centre(0, 0).x, 20, 1e-6);
        EXPECT_NEAR(grid.centre(grid.columns - 1, 0).x, size.width - 20, 1e-6);
        EXPECT_NEAR(grid.centre(0, 1).y, 21, 1e-6);
    }
}

TEST(Focus, HasNoRivalWhereNoneFits) {
    const auto now = viewing(ground_with({60, 60}, {{{30, 30}, 2.0F}}));
    const std::vector<Focus> foci{{"A", {30, 30}, 28}};
    const auto found = audit_focus(now, foci, std::nullopt);
    ASSERT_TRUE(found);
    EXPECT_FALSE(found->rival);
    EXPECT_FALSE(found->lead);
    EXPECT_EQ(found->verdict, Verdict::held);
}

TEST(Focus, IsLostWhenARivalOutdoesIt) {
    const std::vector<Focus> foci{{"A", {100, 150}, 20}};
    const auto sealed =
        audit_focus(viewing(ground_with({400, 300}, {{{100, 150}, 2.0F}, {{300, 150}, 1.5F}})),
                    foci, std::nullopt);
    const auto now = audit_focus(
        viewing(ground_with({400, 300}, {{{100, 150}, 1.9F}, {{300, 150}, 2.5F}})), foci, sealed);
    ASSERT_TRUE(now);
    EXPECT_NEAR(now->kept.value(), 0.95, 0.01);
    EXPECT_EQ(now->verdict, Verdict::lost);
}

TEST(Focus, VerdictsFollowTheirLimits) {
    EXPECT_EQ(judge_focus(0.9, 1.0, 1.2), Verdict::held);
    EXPECT_EQ(judge_focus(0.89, 1.5, 1.2), Verdict::slipping);
    EXPECT_EQ(judge_focus(0.74, 1.5, 1.2), Verdict::lost);
    EXPECT_EQ(judge_focus(1.0, 0.99, 1.2), Verdict::slipping);
    EXPECT_EQ(judge_focus(1.0, 0.94, 1.2), Verdict::lost);
    EXPECT_EQ(judge_focus(1.0, 0.94, 0.95), Verdict::held) << "it did not lead when sealed";
    EXPECT_EQ(judge_focus(1.0, 0.9, 0.95), Verdict::slipping);
    EXPECT_EQ(judge_focus(1.0, 0.2, 0.95), Verdict::slipping) << "there was no lead to lose";
    EXPECT_EQ(judge_focus(1.0, std::nullopt, std::nullopt), Verdict::held);
    EXPECT_EQ(judge_focus(std::nullopt, 0.5, 2.0), Verdict::open);
}

TEST(Focus, CanNotBeMeasuredWithoutContrastOrPlace) {
    const auto flat = viewing(FloatBlock(rect_of({300, 300}), 5));
    const std::vector<Focus> foci{{"A", {150, 150}, 20}}, outside{{"A", {900, 900}, 20}};
    const auto sealed = audit_focus(flat, foci, std::nullopt);
    ASSERT_TRUE(sealed);
    EXPECT_FALSE(audit_focus(flat, foci, sealed)->kept) << "nothing to keep";
    EXPECT_FALSE(audit_focus(flat, foci, sealed)->lead);
    EXPECT_EQ(audit_focus(flat, foci, sealed)->verdict, Verdict::open);
    EXPECT_FALSE(audit_focus(flat, outside, std::nullopt));
    EXPECT_FALSE(audit_focus(flat, {}, std::nullopt));
}

TEST(Focus, LargePicturesAreMeasuredAtViewingScale) {
    FloatBlock steps(rect_of({3200, 400}), 5);
    for (int y = 0; y < 400; ++y)
        for (std::size_t x = 0; x < 3200; ++x)
            steps.row(y)[x] = (x + static_cast<std::size_t>(y)) % 2 ? 9 : 1;
    const auto now = at_viewing_scale(std::move(steps), {3200, 400});
    EXPECT_EQ(now.steps.area().width, kViewingSide);
    EXPECT_DOUBLE_EQ(now.scale, 0.5);
    EXPECT_NEAR(*disc_contrast(now.steps, {800, 100}, 50), 0, 1e-4) << "single pixels are not seen";
}

TEST(Swing, IsJudgedByTheLargestBefore) {
    const auto judge_swing = [](double now, double largest_before) {
        const auto bounds = kept_swing(largest_before);
        return bounds ? judged(now, *bounds) : Verdict::held;
    };
    EXPECT_EQ(judge_swing(8, 10), Verdict::held);
    EXPECT_EQ(judge_swing(7.9, 10), Verdict::slipping);
    EXPECT_EQ(judge_swing(4.9, 10), Verdict::lost);
    EXPECT_EQ(judge_swing(-10, 10), Verdict::lost);
    EXPECT_EQ(judge_swing(-8, -10), Verdict::held) << "cool lights are a plan too";
    EXPECT_EQ(judge_swing(0.1, 2.9), Verdict::held) << "too small to lose";
    EXPECT_EQ(judge_swing(0.1, 3), Verdict::lost);
    EXPECT_EQ(judge_swing(-15.6, 9), Verdict::lost) << "however large";
    EXPECT_EQ(largest_swing(-15.6, 9), 9) << "what is lost is no measure";
    EXPECT_EQ(largest_swing(-15.6, 1), -15.6);
    EXPECT_EQ(largest_swing(12, 9), 12);
}

TEST(Swing, IsJudgedByThePlan) {
    for (const double side : {-1.0, 1.0}) {
        EXPECT_EQ(judged(6 * side, planned_swing(6 * side)), Verdict::held);
        EXPECT_EQ(judged(5.9 * side, planned_swing(6 * side)), Verdict::slipping);
        EXPECT_EQ(judged(2.9 * side, planned_swing(6 * side)), Verdict::lost);
        EXPECT_EQ(judged(-9 * side, planned_swing(6 * side)), Verdict::lost);
        EXPECT_EQ(judged(2 * side, planned_swing(0)), Verdict::held);
        EXPECT_EQ(judged(2.1 * side, planned_swing(0)), Verdict::slipping);
        EXPECT_EQ(judged(4.1 * side, planned_swing(0)), Verdict::lost);
    }
}

TEST(PartOrder, FindsPartsThatChangedPlaces) {
    const std::vector<PartStep> parts{{1, 4.6, 5.3, 0.1}, {2, 4.9, 5.1, 0.3}, {3, 2.0, 2.1, 0.2}};
    const auto swaps = find_swaps(parts);
    ASSERT_EQ(swaps.size(), 1U);
    EXPECT_EQ(swaps[0].was_darker.part, 1);
    EXPECT_EQ(swaps[0].was_lighter.part, 2);
}

TEST(PartOrder, PartsCloseByAShareOfTheirGapTheWidestFirst) {
    const auto pair = [](PartId first, double gap, double now) {
        return std::vector<PartStep>{{first, 2, 2, 0.1}, {first + 1, 2 + gap, 2 + now, 0.1}};
    };
    EXPECT_EQ(find_closings(pair(1, 4, 0.9)).size(), 1U);
    EXPECT_EQ(find_closings(pair(1, 4, 1.1)).size(), 0U);
    EXPECT_EQ(find_closings(pair(1, 0.4, 0.2)).size(), 0U) << "half of it is left";
    EXPECT_EQ(find_closings(pair(1, 0.4, 0.09)).size(), 1U);
    EXPECT_EQ(find_closings(pair(1, 4, -0.1)).size(), 0U) << "that is a swap";
    // The order is by what was sealed, whichever part is named first.
    const std::vector<PartStep> three{{1, 2, 5, 0.1}, {2, 4, 4, 0.1}, {3, 7, 3, 0.1}};
    const auto swaps = find_swaps(three);
    ASSERT_EQ(swaps.size(), 3U);
    for (std::size_t i = 1; i < swaps.size(); ++i)
        EXPECT_GE(swaps[i - 1].sealed_gap(), swaps[i].sealed_gap());
    EXPECT_EQ(swaps[0].was_lighter.part, 3);
}

TEST(PartOrder, LeavesCloseNeighboursAlone) {
    const std::vector<PartStep> parts{{1, 4.8, 5.3, 0.1}, {2, 5.0, 5.1, 0.3}};
    EXPECT_TRUE(find_swaps(parts).empty()) << "they stood less than a quarter step apart";
    EXPECT_TRUE(find_swaps({}).empty());
}

}  // namespace
}  // namespace underpaint
