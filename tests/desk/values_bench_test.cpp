// SPDX-License-Identifier: GPL-3.0-or-later
// The Values bench: lenses, splits dragged on the ladder, foci on the canvas.
#include "desk/panes/ladder.h"
#include "desk/values/shape_bar.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class ValuesBench : public testing::DeskTest {
protected:
    /// Three bands, of steps 2, 5 and 8, a black and a white pixel at their borders.
    void SetUp() override {
        begin(testing::sealed(testing::grey_picture({300, 200}, [](int x, int y) {
            if (y == 199 && x < 100) return 0.0F;
            if (y == 199 && x >= 200) return 1.0F;
            return encoded_grey_of(lightness_of_step(x < 100 ? 2.0F : x < 200 ? 5.0F : 8.0F));
        })));
        window_->show_bench("values");
        settle();
    }
    const Splits& splits(ShapeCount count) const { return painting().plan.splits.of(count); }
    Ladder* ladder() const { return find<Ladder>("ladder"); }
    QPoint on_ladder(double step) const {
        return {ladder()->width() - 20, qRound(ladder()->y_of(step))};
    }
    void drag(QWidget* widget, QPoint from, QPoint to) const {
        QTest::mousePress(widget, Qt::LeftButton, {}, from);
        QTest::mouseMove(widget, (from + to) / 2);
        QTest::mouseMove(widget, to);
        QTest::mouseRelease(widget, Qt::LeftButton, {}, to);
    }
    void place(QPoint from, QPoint to) const {
        click("place_focus");
        drag(&window_->canvas(), from, to);
    }
    const std::vector<Focus>& foci() const { return painting().plan.foci; }
};

TEST_F(ValuesBench, HasItsOwnLenses) {
    for (const LensRecord* record : kLenses) {
        const auto name = std::string("lens_") + record->id;
        EXPECT_EQ(find(name.c_str())->isVisible(), record->on_values) << name;
    }
    click("lens_shapes-5");
    window_->show_bench("passes");
    EXPECT_EQ(window_->canvas().lens(), Lens::colour) << "which Passes has not";
}

TEST_F(ValuesBench, ShapesAreFlat) {
    click("lens_shapes-3");
    settle();
    const int dark = shown(50, 100).red(), middle = shown(150, 100).red(),
              light = shown(250, 100).red();
    EXPECT_LT(dark, 60);
    EXPECT_NEAR(middle, 119, 2) << "step 5";
    EXPECT_GT(light, 190);
    EXPECT_EQ(shown(20, 20).red(), dark);
    click("lens_shapes-2");
    settle();
    EXPECT_EQ(shown(150, 100).red(), shown(250, 100).red()) << "a step at the split is light";
}

TEST_F(ValuesBench, ASplitIsDraggedOnTheLadder) {
    click("lens_shapes-3");
    settle();
    const double upper = splits(ShapeCount::three)[1];
    drag(ladder(), on_ladder(upper), on_ladder(8.5));
    EXPECT_NEAR(splits(ShapeCount::three)[1], 8.5, 0.05);
    settle();
    EXPECT_EQ(shown(250, 100).red(), shown(150, 100).red()) << "step 8 is no longer light";
    drag(ladder(), on_ladder(8.5), on_ladder(1.2));
    EXPECT_NEAR(splits(ShapeCount::three)[1], splits(ShapeCount::three)[0] + kLeastShape, 1e-9)
        << "none passes another";
    trigger("undo");
    EXPECT_NEAR(splits(ShapeCount::three)[1], 8.5, 0.05) << "a drag is one step";
    trigger("undo");
    EXPECT_EQ(splits(ShapeCount::three)[1], upper);
}

TEST_F(ValuesBench, SplitsAreMovedByKeys) {
    click("lens_shapes-3");
    const Splits before = splits(ShapeCount::three);
    ladder()->setFocus();
    QTest::keyClick(ladder(), Qt::Key_Up);
    EXPECT_NEAR(splits(ShapeCount::three)[0], before[0] + 0.1, 1e-9);
    QTest::keyClick(ladder(), Qt::Key_Right);
    QTest::keyClick(ladder(), Qt::Key_Down, Qt::ShiftModifier);
    EXPECT_NEAR(splits(ShapeCount::three)[1], before[1] - 0.01, 1e-9);
}

TEST_F(ValuesBench, WithoutAShapesLensTheLadderIsOnlyLookedAt) {
    const Plan before = painting().plan;
    drag(ladder(), on_ladder(5), on_ladder(7));
    QTest::keyClick(ladder(), Qt::Key_Up);
    EXPECT_EQ(painting().plan, before);
}

TEST_F(ValuesBench, BestSplitsStandBetweenTheBands) {
    click("lens_shapes-3");
    click("best_splits");
    EXPECT_NEAR(splits(ShapeCount::three)[0], 3.5, 0.05);
    EXPECT_NEAR(splits(ShapeCount::three)[1], 6.5, 0.05);
    EXPECT_TRUE(find<ShapeBar>("shape_bar")->accessibleName().contains("dark 33%"))
        << find<ShapeBar>("shape_bar")->accessibleName().toStdString();
}

TEST_F(ValuesBench, MovingASplitPartsLightsFromShadowsAnew) {
    click("lens_shapes-2");
    settle();
    session().document.change("Split", with_splits(painting(), ShapeCount::two, {4}));
    EXPECT_FALSE(window_->meters().passes.current());
    settle();
    EXPECT_TRUE(window_->meters().passes.current());
    EXPECT_TRUE(window_->meters().passes.audit()->split.planned);
}

TEST_F(ValuesBench, ExtremesStandOutUnlessInAFocus) {
    click("lens_extremes");
    settle();
    EXPECT_EQ(shown(50, 199.5).red(), 0);
    EXPECT_EQ(shown(250, 199.5).red(), 255);
    EXPECT_NEAR(shown(250, 100).red(), 125, 40) << "all else is middle grey";
    session().document.change("Focus", with_foci(painting(), {{"A", {250, 190}, 60}}));
    settle();
    EXPECT_LT(shown(230, 199.5).red(), 200) << "allowed there";
}

TEST_F(ValuesBench, EdgesAreDrawnAndCounted) {
    click("lens_edges");
    settle();
    EXPECT_GT(shown(100, 100).red(), 180);
    EXPECT_GT(shown(200, 60).red(), 180);
    EXPECT_LT(shown(150, 100).red(), 90);
    EXPECT_TRUE(find("edge_bars")->accessibleName().contains("hard 100%"))
        << find("edge_bars")->accessibleName().toStdString();
    window_->canvas().mirror();
    settle();
    EXPECT_GT(shown(100, 100).red(), 180) << "it turns with the picture";
}

TEST_F(ValuesBench, SquintingBlursAndFromAfarIsSmall) {
    QTest::keyPress(&window_->canvas(), Qt::Key_Q);
    settle();
    const int edge = shown(100, 100).red();
    EXPECT_GT(edge, shown(30, 100).red() + 10);
    EXPECT_LT(edge, shown(150, 100).red() - 10);
    QTest::keyRelease(&window_->canvas(), Qt::Key_Q);
    settle();
    click("lens_squint");
    click("across_room");
    settle();
    EXPECT_EQ(shown(10, 10), shown(290, 10)) << "there is only the surround";
    EXPECT_LT(shown(130, 100).red(), 80) << "the dark band, a sixth as wide";
}

TEST_F(ValuesBench, AFocusIsPlacedSizedMovedAndRemoved) {
    place(at(100, 100), at(130, 100));
    ASSERT_EQ(foci().size(), 1U);
    EXPECT_EQ(foci()[0].name, "A");
    EXPECT_NEAR(foci()[0].centre.x, 100, 1);
    EXPECT_NEAR(foci()[0].radius, 30, 1);
    EXPECT_EQ(session().document.history().undo_label(), "Place a focus");

    drag(&window_->canvas(), at(130, 100), at(150, 100));
    EXPECT_NEAR(foci()[0].radius, 50, 1) << "by its rim";
    drag(&window_->canvas(), at(110, 105), at(160, 95));
    EXPECT_NEAR(foci()[0].centre.x, 150, 1) << "by its middle";
    EXPECT_NEAR(foci()[0].centre.y, 90, 1);
    EXPECT_NEAR(foci()[0].radius, 50, 1);
    QTest::keyClick(&window_->canvas(), Qt::Key_Right);
    EXPECT_NEAR(foci()[0].centre.x, 153, 1) << "a hundredth of the long side";
    QTest::keyClick(&window_->canvas(), Qt::Key_Minus);
    EXPECT_LT(foci()[0].radius, 49);
    QTest::keyClick(&window_->canvas(), Qt::Key_Delete);
    EXPECT_TRUE(foci().empty());
    for (int i = 0; i < 6; ++i) trigger("undo");
    EXPECT_TRUE(foci().empty());
    EXPECT_FALSE(find<QAction>("undo")->isEnabled());
}

TEST_F(ValuesBench, ThereAreAtMostThreeFoci) {
    for (const double x : {40, 150, 260}) place(at(x, 50), at(x + 20, 50));
    ASSERT_EQ(foci().size(), 3U);
    EXPECT_EQ(foci()[2].name, "C");
    EXPECT_FALSE(find("place_focus")->isEnabled());
    click("place_focus");
    drag(&window_->canvas(), at(150, 150), at(170, 150));
    EXPECT_EQ(foci().size(), 3U);
}

TEST_F(ValuesBench, PlacingCanBeGivenUp) {
    click("place_focus");
    EXPECT_TRUE(window_->canvas().placing_focus());
    QTest::keyClick(&window_->canvas(), Qt::Key_Escape);
    EXPECT_FALSE(window_->canvas().placing_focus());
    window_->show_bench("passes");
    drag(&window_->canvas(), at(100, 100), at(120, 100));
    EXPECT_TRUE(foci().empty());
}

TEST_F(ValuesBench, AFocusHangingOverTheBorderStaysOnThePicture) {
    place(at(295, 195), at(295, 150));
    ASSERT_EQ(foci().size(), 1U);
    drag(&window_->canvas(), at(290, 190), at(290, 190) + QPoint(400, 300));
    EXPECT_LE(foci()[0].centre.x, 300);
    EXPECT_LE(foci()[0].centre.y, 200);
    settle();
    // What is shown beside the focus is what is measured of every pixel.
    ASSERT_TRUE(window_->meters().foci.exact());
    EXPECT_NEAR(window_->meters().foci.contrasts().at(0).value(),
                window_->meters().values.figures()->focus.value().contrast, 1e-9);
}

TEST_F(ValuesBench, TheMeterFollowsAFocus) {
    session().document.change("Focus", with_foci(painting(), {{"A", {100, 80}, 30}}));
    const FocusMeter& meter = window_->meters().foci;
    ASSERT_TRUE(wait([&] { return !meter.contrasts().empty(); }));
    EXPECT_NEAR(*meter.contrasts()[0], 3, 0.05) << "across the border of 2 and 5";
    session().document.change("Focus", with_foci(painting(), {{"A", {50, 80}, 30}}));
    EXPECT_NEAR(*meter.contrasts()[0], 0, 0.05) << "at once";
    ASSERT_FALSE(meter.rivals().empty());
    EXPECT_NEAR(meter.rivals()[0].contrast, 3, 0.05);
    EXPECT_NEAR(*meter.lead(), 0, 0.02);
    ASSERT_NE(meter.pull(), nullptr);
    click("lens_pull");
    settle();
    EXPECT_LT(shown(150, 100).red(), 60) << "a flat place sinks";
}

TEST_F(ValuesBench, ADrawingOfTheLensBeforeIsNoneOfThisOne) {
    settle();
    ASSERT_NE(window_->meters().foci.pull(), nullptr);
    LensDrawer drawer(window_->meters());
    drawer.set_lens(Lens::pull);
    EXPECT_FALSE(drawer.finished());
    drawer.set_lens(Lens::colour);
    QTest::qWait(60);
    EXPECT_TRUE(drawer.finished());
    EXPECT_EQ(drawer.of(Lens::colour), nullptr);
    drawer.set_lens(Lens::pull);
    ASSERT_TRUE(wait([&] { return drawer.finished(); }));
    EXPECT_NE(drawer.of(Lens::pull), nullptr);
    EXPECT_EQ(drawer.of(Lens::colour), nullptr);
}

}  // namespace
}  // namespace underpaint
