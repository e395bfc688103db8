// SPDX-License-Identifier: GPL-3.0-or-later
// Highlights that are reserved: what covers or tints them, which pass, and how it is mended.
#include <gtest/gtest.h>

#include "audit/finding_place.h"
#include "audit/pass_mends.h"
#include "audit/safe_mends.h"
#include "colour/intensity.h"
#include "colour/lab.h"
#include "render/render.h"
#include "support/blamed.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::tint;

constexpr Size kSize{300, 140};  // more than two tiles wide
constexpr int kLeft = 100, kRight = 200;

/// A light band with a lighter half, darker on both sides; the band is a part that is reserved.
Painting made(double from = 1) {
    Painting painting = testing::sealed(testing::grey_picture(kSize, [](int x, int y) {
        return x < kLeft || x >= kRight ? 0.35 : y < 70 ? 0.95 : 0.7;
    }));
    painting = testing::with_columns(std::move(painting), "Lantern", kLeft, kRight);
    Plan plan = painting.plan;
    plan.reserved[painting.parts[0].id] = from;
    return with_plan(std::move(painting), plan);
}

Pass over_columns(int left, int right, Rgb colour, BlendMode blend = BlendMode::normal) {
    Pass pass = tint(colour, blend);
    pass.reach.painted = share(testing::grey_picture(
        kSize, [=](int x, int) { return x >= left && x < right ? 1.0 : 0.0; }));
    return pass;
}

RgbBlock finished(const Painting& painting) {
    return *render_view(painting, painting.passes.size(), {1, rect_of(kSize)});
}

const Finding* touched_in(const std::vector<Finding>& findings) {
    const auto found = std::ranges::find(findings, kReservedTouched, &Finding::code);
    return found == findings.end() ? nullptr : &*found;
}

TEST(Reserved, NothingIsMeasuredWhereNothingIs) {
    Painting painting = made();
    painting.plan.reserved.clear();
    painting = with_pass(std::move(painting), over_columns(0, 300, grey(0.2F)));
    const Audit figures = *audit(painting, {});
    EXPECT_FALSE(figures.passes[0].reserved);
    EXPECT_FALSE(kReservedMeasure.words(figures.passes[0]));
    EXPECT_FALSE(kReservedMeasure.asked(figures.limits, painting));
    EXPECT_EQ(touched_in(find(painting, figures)), nullptr);
}

TEST(Reserved, VerdictsStandAtTwoAndTenPerCent) {
    for (const auto& [columns, verdict] : {std::pair(2, Verdict::held),
                                           {3, Verdict::slipping},
                                           {10, Verdict::slipping},
                                           {11, Verdict::lost}}) {
        const Painting painting =
            with_pass(made(), over_columns(kLeft, kLeft + columns, grey(0.2F)));
        const Audit figures = *audit(painting, {});
        const ReservedAudit& now = *figures.passes[0].reserved;
        EXPECT_NEAR(now.area, 1.0 / 3, 1e-6);
        EXPECT_NEAR(now.covered, columns / 100.0, 1e-6);
        EXPECT_EQ(now.tinted, 0);
        EXPECT_EQ(now.verdict, verdict) << columns;
    }
}

/// Against a count of the rendered pixels.
TEST(Reserved, CountsWhatIsMovedOrTinted) {
    Painting painting = made(7.5);
    Pass glaze = tint({0.95F, 0.8F, 0.5F}, BlendMode::true_colour, 0.7F);
    glaze.reach.painted = share(testing::grey_picture(
        kSize, [](int x, int y) { return x < 150 ? 0.0 : static_cast<double>(y) / kSize.height; }));
    painting = with_pass(std::move(painting), glaze);
    painting = with_pass(std::move(painting), over_columns(110, 131, grey(0.6F)));
    const Audit figures = *audit(painting, {});
    const RgbBlock now = finished(painting);
    double all = 0, covered = 0, tinted = 0, either = 0;
    for (int y = 0; y < kSize.height; ++y)
        for (int x = kLeft; x < kRight; ++x) {
            const double sealed =
                1 +
                static_cast<double>(lab(testing::pixel(painting.ground()->base(), x, y)).l) / 12.5;
            if (sealed < 7.5) continue;
            const Rgb is = now.row(y)[static_cast<std::size_t>(x)];
            const bool moved = std::abs(1 + static_cast<double>(lab(is).l) / 12.5 - sealed) >= 0.25;
            const bool coloured = intensity(is) > 0.1F;
            ++all, covered += moved, tinted += coloured, either += moved || coloured;
        }
    ASSERT_GT(covered, 1000);
    ASSERT_GT(tinted, 1000);
    ASSERT_LT(either, 0.8 * all);
    const ReservedAudit& is = *figures.passes[1].reserved;
    EXPECT_NEAR(is.area, all / static_cast<double>(kSize.area()), 1e-6);
    EXPECT_NEAR(is.covered, covered / all, 0.002);
    EXPECT_NEAR(is.tinted, tinted / all, 0.002);
    EXPECT_NEAR(is.touched, either / all, 0.002);
    // What comes later is not held against what was there.
    EXPECT_EQ(figures.passes[0].reserved->covered, 0);
}

/// An underpaint that was brought in with its colours has tinted lights already.
TEST(Reserved, WhatTheSealHasIsNoPasssDoing) {
    Painting painting = testing::sealed(testing::coloured(kSize, [](int x, int) {
        return x < kLeft + 30 ? Rgb{0.95F, 0.8F, 0.5F} : grey(0.9F);
    }));
    painting = testing::with_columns(std::move(painting), "Lantern", kLeft, kRight);
    painting.plan.reserved[painting.parts[0].id] = 1;
    painting = with_pass(std::move(painting), over_columns(kRight - 1, 300, grey(0.4F)));
    painting = with_pass(std::move(painting), over_columns(kRight - 4, 300, grey(0.4F)));
    const Audit figures = *audit(painting, {});
    EXPECT_NEAR(figures.ground.reserved->touched, 0.3, 1e-6);
    EXPECT_EQ(figures.passes[0].reserved->verdict, Verdict::held);
    EXPECT_NEAR(figures.passes[1].reserved->touched, 0.34, 1e-6);
    EXPECT_EQ(figures.passes[1].reserved->verdict, Verdict::slipping);
}

TEST(Reserved, TheFindingNamesThePassThePartAndThePlace) {
    Painting painting = with_pass(made(), over_columns(0, 60, grey(0.2F)));
    painting = with_pass(std::move(painting), over_columns(140, 180, grey(0.5F)));
    painting = with_pass(std::move(painting), over_columns(100, 103, grey(0.5F)));
    const auto findings = testing::blamed(painting);
    const Finding* found = touched_in(findings);
    ASSERT_NE(found, nullptr);
    EXPECT_EQ(found->pass, 2);
    EXPECT_EQ(found->verdict, Verdict::lost);
    EXPECT_EQ(found->parts, std::vector{painting.parts[0].id});
    EXPECT_TRUE(
        found->text.starts_with("43% of the highlights reserved in Lantern is covered; 2% may be"))
        << found->text;
    const SharedPicture place = place_of(painting, *audit(painting, {}), *found);
    ASSERT_TRUE(place);
    for (const auto& [x, marked] :
         {std::pair(30, false), {120, false}, {150, true}, {175, true}, {190, false}})
        EXPECT_EQ(testing::pixel(place->base(), x, 60).r > 0.5F, marked) << x;
}

TEST(Reserved, LeaveUncoveredTakesThemOutOfTheReachAndNothingElse) {
    Pass by_part = tint(grey(0.5F), BlendMode::normal, 0.8F);
    Pass inverted = over_columns(0, 40, grey(0.5F));
    inverted.reach.inverted = true;
    const Pass painted = over_columns(50, 250, {0.8F, 0.5F, 0.2F}, BlendMode::true_colour);
    const Pass everywhere = tint({0.3F, 0.4F, 0.6F}, BlendMode::multiply);
    int made_of = 0;
    for (Pass pass : {by_part, inverted, painted, everywhere}) {
        SCOPED_TRACE(made_of);
        Painting painting = made(made_of == 2 ? 8 : 1);
        if (made_of++ == 0) pass.reach.parts = {painting.parts[0].id};
        painting = with_pass(std::move(painting), pass);
        const Audit figures = *audit(painting, {});
        const auto findings = find(painting, figures);
        const Finding* found = touched_in(findings);
        ASSERT_NE(found, nullptr);
        const auto mends = mends_for(painting, *found, figures);
        const auto leave = std::ranges::find(mends, "Leave uncovered", &Mend::label);
        ASSERT_NE(leave, mends.end());
        const Painting after = mended(painting, *leave);
        EXPECT_EQ(audit(after, {})->passes[0].reserved->touched, 0);
        const RgbBlock sealed = *render_view(painting, 0, {1, rect_of(kSize)}),
                       was = finished(painting), is = finished(after);
        const Picture reserved = reserved_mask(painting, 0, Reader::lightness, {})->base();
        for (int y = 0; y < kSize.height; y += 3)
            for (int x = 0; x < kSize.width; ++x) {
                const auto at = static_cast<std::size_t>(x);
                const bool kept = testing::pixel(reserved, x, y).r > 0;
                ASSERT_EQ(is.row(y)[at], kept ? sealed.row(y)[at] : was.row(y)[at])
                    << x << ", " << y;
            }
    }
}

TEST(Reserved, IsOneOfThePlansThatAPaintingCanHave) {
    Painting painting = made(4);
    const PartId part = painting.parts[0].id;
    Plan plan = painting.plan;
    plan.reserved[part] = 400;
    plan.reserved[part + 70] = 3;
    const Painting planned = with_plan(painting, plan);
    EXPECT_EQ(planned.plan.reserved, (std::map<PartId, double>{{part, 9.0}}));
    EXPECT_TRUE(without_part(painting, part).plan.reserved.empty());
}

}  // namespace
}  // namespace underpaint
