// SPDX-License-Identifier: GPL-3.0-or-later
// A late change: another underpaint under all versions.
#include "brief/another_underpaint.h"

#include <gtest/gtest.h>

#include "audit/audit.h"
#include "painting/changes.h"
#include "painting/version_changes.h"
#include "raster/turn.h"
#include "render/readings.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

double greys(int x, int y) {
    const double v = 0.25 + 0.4 * x / 320 + 0.1 * std::sin(y / 17.0);
    if (std::hypot(x - 90, y - 70) < 30) return 0.92;
    return x > 220 && y > 130 ? 0.08 : v;
}
constexpr Size kGreys{320, 240};

/// Two halves, a focus at the disc, and two versions with a pass on each half.
Painting with_versions() {
    Painting painting = testing::sealed(testing::grey_picture(kGreys, greys));
    painting = testing::with_columns(std::move(painting), "Left", 0, 160);
    painting = testing::with_columns(std::move(painting), "Right", 160, 320);
    painting = with_foci(std::move(painting), {{"Disc", {90, 70}, 34}});
    Plan plan = painting.plan;
    plan.steps[painting.parts[1].id] = 5;
    painting = with_plan(std::move(painting), plan);
    for (std::size_t part : {std::size_t{0}, std::size_t{1}}) {
        Pass pass = testing::tint({0.7F, 0.4F, 0.2F}, BlendMode::color, 0.5F, 1);
        pass.name = painting.parts[part].name + " glaze";
        pass.reach.parts = {painting.parts[part].id};
        painting = with_pass(std::move(painting), pass);
    }
    painting = with_branch(std::move(painting), "Cool");
    return with_version_chosen(std::move(painting), 1);
}

/// The greys with a figure at the right.
double with_figure(int x, int y) {
    return x >= 240 && x < 288 && y >= 40 && y < 120 ? 0.95 : greys(x, y);
}

std::vector<std::string> touched(const AnotherUnderpaint& next, Touched::Kind kind) {
    std::vector<std::string> names;
    for (const Touched& thing : next.touched)
        if (thing.kind == kind) names.push_back(thing.what);
    return names;
}

TEST(AnotherUnderpaint, AFigureTouchesTheVersionsWhereItStands) {
    const Painting painting = with_versions();
    const auto next = with_another_underpaint(painting, testing::grey_picture(kGreys, with_figure),
                                              Reader::lightness);
    ASSERT_TRUE(next);
    EXPECT_GT(next->where.certainty, 0.8);
    EXPECT_NEAR(next->changed, 48.0 * 80 / (320 * 240), 0.008);
    EXPECT_EQ(touched(*next, Touched::Kind::part), std::vector<std::string>{"Right"});
    EXPECT_EQ(touched(*next, Touched::Kind::pass),
              (std::vector<std::string>{"Right glaze", "Right glaze of Cool"}));
    const auto plan = touched(*next, Touched::Kind::plan);
    ASSERT_EQ(plan, std::vector<std::string>{"Step of Right"}) << "the focus is elsewhere";
    EXPECT_NE(std::ranges::find_if(next->touched,
                                   [](const Touched& thing) {
                                       return thing.how.find("5.0 is planned") != std::string::npos;
                                   }),
              next->touched.end());
    // All else is as it was.
    Painting but_for_it = next->painting;
    but_for_it.underpaint = painting.underpaint;
    EXPECT_EQ(but_for_it, painting);
}

TEST(AnotherUnderpaint, AllVersionsMeasureOverItAsIfTheyHadBeenMadeOnIt) {
    const Painting painting = with_versions();
    Picture figure = testing::grey_picture(kGreys, with_figure);
    const auto next = with_another_underpaint(painting, figure, Reader::lightness);
    const Painting sealed = with_seal(next->painting, "2026-12-01");
    EXPECT_EQ(sealed.seal().number, 2);
    Painting made = testing::sealed(std::move(figure));
    made.parts = painting.parts;
    made.plan = painting.plan;
    for (const VersionId id : {1, 2}) {
        made.passes = as_version(painting, id).passes;
        const Audit is = *audit(as_version(sealed, id), {}), wanted = *audit(made, {});
        for (std::size_t i = 0; i < wanted.passes.size(); ++i) {
            EXPECT_EQ(is.passes[i].value.running.p95, wanted.passes[i].value.running.p95);
            EXPECT_EQ(is.passes[i].focus->kept, wanted.passes[i].focus->kept);
            EXPECT_EQ(is.passes[i].swing.swing, wanted.passes[i].swing.swing);
        }
    }
}

TEST(AnotherUnderpaint, ALargerOneThatWasMovedTakesPartsAndFociAlong) {
    const Painting painting = with_versions();
    // Twice as large, on a canvas with 40 pixels more at the left and 60 above.
    const auto next = with_another_underpaint(
        painting,
        testing::grey_picture({680, 540},
                              [](int x, int y) {
                                  const int at_x = std::max(0, (x - 40) / 2);
                                  const int at_y = std::max(0, (y - 60) / 2);
                                  return greys(at_x, at_y);
                              }),
        Reader::lightness);
    ASSERT_TRUE(next);
    EXPECT_GT(next->where.certainty, 0.9);
    EXPECT_NEAR(next->where.scale, 2, 0.01);
    EXPECT_NEAR(next->where.at.x, 40, 3);
    EXPECT_NEAR(next->where.at.y, 60, 3);
    EXPECT_EQ(next->painting.size(), (Size{680, 540}));
    EXPECT_NEAR(next->painting.plan.foci[0].centre.x, 220, 4);
    EXPECT_NEAR(next->painting.plan.foci[0].radius, 68, 1);
    // The border between the halves lies at 40 + 2 x 160.
    const Picture& mask = next->painting.parts[0].mask->base();
    EXPECT_EQ(testing::pixel(mask, 350, 300).r, 1);
    EXPECT_EQ(testing::pixel(mask, 372, 300).r, 0);
    EXPECT_NEAR(next->changed, 1 - 640.0 * 480 / (680 * 540), 0.03) << "what is new at the sides";
}

TEST(AnotherUnderpaint, IsTurnedToLieAsThePaintingDoes) {
    const Painting painting = with_versions();
    const auto next = with_another_underpaint(
        painting, turned(turned(testing::grey_picture(kGreys, greys), Turn::mirror), Turn::right),
        Reader::lightness);
    EXPECT_TRUE(next->turned);
    EXPECT_EQ(next->painting.size(), kGreys);
    EXPECT_EQ(next->changed, 0);
    EXPECT_TRUE(same_pixels(next->painting.underpaint->base(), painting.underpaint->base()));
    EXPECT_TRUE(next->touched.empty());
}

TEST(AnotherUnderpaint, ValuePassesThatItHasAlreadyAreSwitchedOff) {
    Painting painting = with_versions();
    Pass lift = testing::tint({1, 1, 1}, BlendMode::soft_light, 0.6F);
    painting = with_pass(std::move(painting), lift, Stage::values);
    const Painting values = staged(painting, Stage::values);
    Picture lifted = *render_picture(values, 1, Depth::bits16);
    painting = with_seal(std::move(painting), "2026-12-01", share(lifted));
    EXPECT_TRUE(with_another_underpaint(painting, lifted, Reader::lightness)->values_off);
    const auto as_it_was =
        with_another_underpaint(painting, testing::grey_picture(kGreys, greys), Reader::lightness);
    EXPECT_FALSE(as_it_was->values_off);
    EXPECT_TRUE(as_it_was->painting.values[0].on);
}

TEST(AnotherUnderpaint, WhatIsNoPictureOfItIsToldApart) {
    const Painting painting = with_versions();
    for (const Size size : {kGreys, Size{100, 400}, Size{1, 1}}) {
        const auto black = with_another_underpaint(
            painting, Picture(size, Channels::grey, Depth::bits8), Reader::lightness);
        ASSERT_TRUE(black);
        EXPECT_LT(black->where.certainty, kPerhapsAligned);
        EXPECT_EQ(black->painting.size(), size);
        for (const Part& part : black->painting.parts) EXPECT_EQ(part.mask->size(), size);
    }
    std::stop_source stopped;
    stopped.request_stop();
    EXPECT_FALSE(with_another_underpaint(painting, testing::grey_picture(kGreys, greys),
                                         Reader::lightness, stopped.get_token()));
}

}  // namespace
}  // namespace underpaint
