// SPDX-License-Identifier: GPL-3.0-or-later
// Above the seal line: value passes, what they are made of, and what sealing makes of them.
#include <cmath>

#include "audit/audit.h"
#include "painting/stage.h"
#include "render/render.h"
#include "render/shaped.h"
#include "support/pictures.h"
#include "terms/value_curves.h"

namespace underpaint {
namespace {

using testing::encoded;
using testing::grey_picture;
using testing::pixel;

double step_at(const Picture& picture, int x, int y) {
    return step_of(read(Reader::lightness, pixel(picture, x, y)));
}
/// Steps 1 to 9 from left to right.
Painting ramp_painting() {
    Painting painting;
    painting.name = "Ramp";
    painting.underpaint =
        share(grey_picture({401, 20}, [](int x, int) { return encoded(1 + x / 50.0); }));
    return painting;
}
Pass curve(CurvePoints points) {
    Pass pass;
    pass.source = Curve{std::move(points), {}, {}, {}};
    pass.blend = BlendMode::normal;
    return pass;
}

TEST(ValueCurves, ShiftTheMiddleAndHoldTheEnds) {
    const Painting painting = with_pass(ramp_painting(), curve(shift_curve(1)), Stage::values);
    const SharedPicture shaped = shaped_underpaint(painting);
    for (const int x : {0, 50, 100, 200, 300, 350, 400}) {
        const double step = 1 + x / 50.0, t = (step - 1) / 8;
        EXPECT_NEAR(step_at(shaped->base(), x, 10), step + 4 * t * (1 - t), 0.01) << step;
    }
    EXPECT_NEAR(shift_of(shift_curve(1)), 1, 0.005);
    EXPECT_NEAR(shift_of(shift_curve(-0.7)), -0.7, 0.005);
    EXPECT_NEAR(shift_of({}), 0, 0.005);
}

TEST(ValueCurves, NeverTurnBack) {
    for (const double by : {-5.0, -2.0, 2.0, 5.0}) {
        const CurvePoints points = shift_curve(by);
        for (std::size_t i = 1; i < points.size(); ++i)
            EXPECT_GE(points[i].out, points[i - 1].out) << by;
    }
}

TEST(ValueCurves, SetARange) {
    const Painting painting =
        with_pass(ramp_painting(), curve(range_curve({3, 6}, {1.5, 8})), Stage::values);
    const SharedPicture shaped = shaped_underpaint(painting);
    EXPECT_NEAR(step_at(shaped->base(), 100, 10), 1.5, 0.01);
    EXPECT_NEAR(step_at(shaped->base(), 250, 10), 8, 0.01);
    EXPECT_NEAR(step_at(shaped->base(), 175, 10), 4.75, 0.01);
    EXPECT_NEAR(step_at(shaped->base(), 0, 10), 1, 0.01) << "no further than the scale";
    const CurvePoints flat = range_curve({5, 5}, {2, 8});
    EXPECT_NEAR(curve_at(flat, encoded(5)), encoded(5), 1e-4) << "one value stays one";
}

TEST(Stage, TheValuesAreAPaintingOfTheirOwn) {
    Painting painting = with_seal(ramp_painting(), "2026-11-24");
    painting = with_pass(painting, curve(shift_curve(1)), Stage::values);
    painting = with_pass(painting, testing::tint({1, 0, 0}, BlendMode::true_colour));
    const Painting values = staged(painting, Stage::values);
    EXPECT_FALSE(values.sealed());
    EXPECT_EQ(values.passes, painting.values);
    EXPECT_EQ(staged(painting, Stage::colour), painting);
    EXPECT_EQ(as_seen(painting), painting) << "sealed: value passes are in the seal, or not";
    painting.seals.clear();
    EXPECT_EQ(as_seen(painting).passes.size(), 2U);
    EXPECT_EQ(as_seen(painting).passes[0], painting.values[0]);
}

TEST(Stage, ChangesKeepToTheirSideOfTheLine) {
    Painting painting = with_pass(ramp_painting(), curve({}), Stage::values);
    painting = with_pass(painting, curve(shift_curve(1)), Stage::values);
    EXPECT_TRUE(painting.passes.empty());
    Pass off = painting.values[0];
    off.on = false;
    painting = with_changed_pass(painting, 0, off, Stage::values);
    EXPECT_FALSE(painting.values[0].on);
    painting = with_pass_moved(painting, 0, 1, Stage::values);
    EXPECT_TRUE(painting.values[0].on);
    EXPECT_EQ(without_pass(painting, 0, Stage::values).values.size(), 1U);
}

TEST(Sealing, FreezesWhatTheValuePassesMade) {
    Painting painting = with_pass(ramp_painting(), curve(shift_curve(1)), Stage::values);
    painting = with_seal(painting, "2026-11-24", shaped_underpaint(painting));
    EXPECT_NEAR(step_at(painting.ground()->base(), 200, 10), 6, 0.01);
    EXPECT_EQ(painting.ground()->base().channels(), Channels::grey) << "as the underpaint";
    painting.values[0].on = false;
    EXPECT_EQ(shaped_underpaint(painting), painting.underpaint) << "nothing to copy";
    painting = with_seal(painting, "2026-11-25", shaped_underpaint(painting));
    EXPECT_EQ(painting.seal().number, 2);
    EXPECT_NEAR(step_at(painting.ground()->base(), 200, 10), 5, 0.01);
    painting = with_seal_in_force(painting, 0);
    EXPECT_EQ(painting.seal().number, 1);
    EXPECT_NEAR(step_at(painting.ground()->base(), 200, 10), 6, 0.01);
    EXPECT_EQ(with_seal(painting, "2026-11-26").seal().number, 3) << "numbers are not used twice";
}

TEST(Sealing, TwoSealsAreComparedLikeADrift) {
    Painting painting = with_pass(ramp_painting(), curve(shift_curve(0.8)), Stage::values);
    const Painting both =
        compared(painting, painting.underpaint, shaped_underpaint(painting), "Seal 2");
    const auto figures = audit(both, {});
    ASSERT_EQ(figures->passes.size(), 1U);
    EXPECT_NEAR(figures->passes[0].value.running.max, 0.8, 0.02);
    EXPECT_GT(figures->passes[0].value.running.lighter, 0.8);
}

TEST(Sharpness, SoftensAndSharpensAnEdge) {
    Painting painting;
    painting.underpaint =
        share(grey_picture({300, 60}, [](int x, int) { return x < 150 ? 0.3 : 0.7; }));
    Pass pass;
    pass.blend = BlendMode::normal;
    const auto at = [&](Sharpness sharpness, int x) {
        pass.source = sharpness;
        return pixel(shaped_underpaint(with_pass(painting, pass, Stage::values))->base(), x, 30).r;
    };
    for (const int away : {-10, -3, 2, 9}) {
        const double blurred = 0.3 + 0.4 * 0.5 * std::erfc(-(away + 0.5) / 5 / std::sqrt(2.0));
        EXPECT_NEAR(at({5, -1}, 150 + away), blurred, 1e-3) << "a Gaussian, " << away;
    }
    EXPECT_LT(at({5, 1}, 148), 0.3F) << "darker beside the edge";
    EXPECT_GT(at({5, 1}, 151), 0.7F);
    EXPECT_NEAR(at({5, 1}, 20), 0.3F, 1e-3) << "far from it nothing";
}

TEST(Sharpness, IsTheSameAtEverySizeOnScreen) {
    Painting painting;
    painting.underpaint =
        share(grey_picture({1024, 256}, [](int x, int) { return x < 512 ? 0.3 : 0.7; }));
    Pass pass;
    pass.blend = BlendMode::normal;
    pass.source = Sharpness{16, -1};
    painting = staged(with_pass(painting, pass, Stage::values), Stage::values);
    for (const double shrink : {1.0, 2.0, 3.0, 4.0}) {
        const RgbBlock seen = *render_view(painting, 1, whole_at(painting.size(), shrink));
        const auto x = static_cast<std::size_t>(500 / shrink);
        const double place = (static_cast<double>(x) + 0.5) * shrink - 512;
        EXPECT_NEAR(seen.row(20)[x].g, 0.3 + 0.2 * std::erfc(-place / 16 / std::sqrt(2.0)), 0.01)
            << shrink;
    }
}

TEST(PaintedReach, LandsWhereItIsPainted) {
    Painting painting = ramp_painting();
    Pass pass = curve(shift_curve(1));
    pass.reach.painted =
        share(grey_picture({401, 20}, [](int x, int) { return x < 200 ? 0.0 : 0.5; }));
    painting = with_pass(painting, pass, Stage::values);
    const SharedPicture shaped = shaped_underpaint(painting);
    EXPECT_NEAR(step_at(shaped->base(), 150, 10), 4, 1e-3);
    EXPECT_NEAR(step_at(shaped->base(), 200, 10), 5.5, 0.02) << "half";
    painting.values[0].reach.painted = share(Picture({401, 20}, Channels::grey, Depth::bits8));
    EXPECT_TRUE(same_pixels(shaped_underpaint(painting)->base(), painting.underpaint->base()))
        << "nothing painted, nothing changed";
}

TEST(Plans, AreBroughtIntoRange) {
    Plan plan;
    plan.range = {12, -3};
    plan.lead = 0.2;
    plan.shares[ShapeCount::three] = {1, 1, 2};
    plan.shares[ShapeCount::two] = {0.5, 0.2, 0.3};
    plan.steps[4] = 5;
    Painting painting = testing::with_columns(ramp_painting(), "Left", 0, 100);
    plan.steps[painting.parts[0].id] = NAN;
    painting = with_plan(painting, plan);
    EXPECT_EQ(painting.plan.range, (Range{9, 9}));
    EXPECT_EQ(painting.plan.lead, 1);
    EXPECT_FALSE(painting.plan.shares.contains(ShapeCount::two)) << "three shares of two shapes";
    EXPECT_EQ(painting.plan.steps.size(), 1U) << "no such part";
    EXPECT_EQ(painting.plan.steps.begin()->second, 5);
    EXPECT_TRUE(without_part(painting, painting.parts[0].id).plan.steps.empty());
}

}  // namespace
}  // namespace underpaint
