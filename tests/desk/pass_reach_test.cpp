// SPDX-License-Identifier: GPL-3.0-or-later
// Where a pass lands, and painted colour: brush, outline, ladder, veil.
#include "desk/kit/bar_slider.h"
#include "desk/kit/colour_button.h"
#include "desk/kit/colour_strip.h"
#include "desk/panes/ladder.h"
#include "desk/work/reach_words.h"
#include "support/passes_bench_fixture.h"

namespace underpaint {
namespace {

using testing::PassesBenchTest;

// --- where it lands

TEST_F(PassesBenchTest, TheBandIsDraggedOnTheLadder) {
    press("page_reach");
    auto* ladder = seen<Ladder>("ladder");
    const int x = ladder->width() - 40;
    const auto y = [&](double step) { return static_cast<int>(std::lround(ladder->y_of(step))); };
    drag(ladder, {x, y(9)}, {x, y(6)});
    EXPECT_NEAR(chosen().reach.band.high, 6, 0.05);
    drag(ladder, {x, y(6.5)}, {x, y(8)});
    EXPECT_NEAR(chosen().reach.band.soft, 2, 0.06);
    drag(ladder, {x, y(1)}, {x, y(3)});
    EXPECT_NEAR(chosen().reach.band.low, 3, 0.05);
    const QString words = reach_in_words(painting(), chosen().reach);
    EXPECT_TRUE(words.startsWith("everything, 3")) << words.toStdString();
    trigger("undo");
    EXPECT_EQ(chosen().reach.band.low, 1) << "each drag is one step";
}

TEST_F(PassesBenchTest, WhereItLandsIsPaintedTakenOffOutlinedAndSnapped) {
    press("page_reach");
    EXPECT_FALSE(seen("pass_reach_everywhere")->isEnabled());
    press("paint_pass_reach");
    ASSERT_EQ(window_->canvas().tool(), Canvas::Tool::brush);
    drag_on_canvas({60, 60}, {140, 60});
    ASSERT_NE(chosen().reach.painted, nullptr);
    const auto covered = [&](int x, int y) {
        return testing::pixel(chosen().reach.painted->base(), x, y).r;
    };
    const float once = covered(100, 60);
    EXPECT_GT(once, 0.02F);
    EXPECT_EQ(covered(300, 200), 0);
    press("take_off_pass_reach");
    drag_on_canvas({60, 60}, {140, 60});
    EXPECT_LT(covered(100, 60), once);
    press("outline_reach");
    for (const QPointF corner : {QPointF(200, 100), {300, 100}, {300, 200}, {200, 200}})
        QTest::mouseClick(&window_->canvas(), Qt::LeftButton, {}, at(corner.x(), corner.y()));
    const std::size_t parts = painting().parts.size();
    QTest::keyClick(&window_->canvas(), Qt::Key_Return);
    settle();
    EXPECT_EQ(covered(250, 150), 1);
    EXPECT_EQ(painting().parts.size(), parts) << "no part was outlined";
    choose("snap_reach", "within 8 px");
    settle();
    EXPECT_GT(covered(250, 150), 0.9F);
    press("pass_reach_everywhere");
    EXPECT_EQ(chosen().reach.painted, nullptr);
}

TEST_F(PassesBenchTest, InvertedClippedAndShown) {
    choose("lands_on", "Left");
    press("page_reach");
    press("reach_inverted");
    EXPECT_TRUE(chosen().reach.inverted);
    press("pass_clipped");
    EXPECT_TRUE(chosen().clipped);
    press("show_reach");
    ASSERT_TRUE(wait([&] { return window_->canvas().shown_only() != nullptr; }));
    const Picture& veil = window_->canvas().shown_only()->base();
    EXPECT_EQ(testing::pixel(veil, veil.size().width / 4, 10).r, 0);
    EXPECT_EQ(testing::pixel(veil, veil.size().width * 3 / 4, 10).r, 1);
    press("page_source");
    EXPECT_EQ(window_->canvas().shown_only(), nullptr);
    session().outlook.set_moment(1);
    press("page_reach");
    EXPECT_FALSE(seen("pass_clipped")->isEnabled()) << "the first has nothing below it";
}

TEST_F(PassesBenchTest, AStrokeThatLeavesTheCanvasPaintsWhatIsInside) {
    trigger("lay_painted");
    QTest::mousePress(&window_->canvas(), Qt::LeftButton, {}, at(380, 280));
    QTest::mouseMove(&window_->canvas(), at(500, 400));
    QTest::mouseMove(&window_->canvas(), QPoint(-400, 9000));
    QTest::mouseRelease(&window_->canvas(), Qt::LeftButton, {}, QPoint(-400, 9000));
    settle();
    std::vector<float> alpha(400);
    source<Painted>().pixels->base().read_alpha(0, 285, alpha);
    EXPECT_GT(alpha[385], 0);
    EXPECT_EQ(alpha[20], 0);
}

// --- painted colour

TEST_F(PassesBenchTest, ColourIsPaintedErasedAndPicked) {
    trigger("lay_painted");
    const auto alpha = [&](int x, int y) {
        std::vector<float> row(400);
        source<Painted>().pixels->base().read_alpha(0, y, row);
        return row[static_cast<std::size_t>(x)];
    };
    drag_on_canvas({100, 150}, {200, 150});
    settle();
    const float laid = alpha(150, 150);
    EXPECT_GT(laid, 0.02F);
    EXPECT_EQ(alpha(150, 20), 0);
    const Rgb colour = window_->canvas().brush().brush().colour;
    EXPECT_NEAR(testing::pixel(source<Painted>().pixels->base(), 150, 150).r, colour.r, 2e-3);
    EXPECT_EQ(seen<ColourStrip>("colour_strip")->colours(), std::vector{colour}) << "used lately";
    ASSERT_TRUE(wait([&] {
        return seen<QLabel>("stroke_agreement")->text().startsWith("With the underpaint's");
    }));

    press("erase_colour");
    drag_on_canvas({100, 150}, {200, 150});
    EXPECT_LT(alpha(150, 150), laid);
    press("paint_colour");
    // C picks what is under the pointer.
    QTest::mouseMove(&window_->canvas(), at(300, 100));
    QTest::keyClick(&window_->canvas(), Qt::Key_C);
    const Rgb picked = window_->canvas().brush().brush().colour;
    EXPECT_NE(picked, colour);
    EXPECT_NEAR(qcolor(picked).red(), shown(300, 100).red(), 3);
    EXPECT_EQ(seen<ColourButton>("swatch")->colour(), picked);
    QTest::mouseClick(seen("colour_strip"), Qt::LeftButton, {}, {5, 5});
    EXPECT_EQ(window_->canvas().brush().brush().colour, colour);
    session().outlook.set_moment(1);
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::none) << "the brush was for that pass";
}

TEST_F(PassesBenchTest, TheBrushIsPutDownWhenAnotherPaintedPassIsChosen) {
    trigger("lay_painted");
    trigger("lay_painted");
    session().outlook.set_moment(3);
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::none) << "it was for the other";
    press("page_reach");
    press("paint_pass_reach");
    session().outlook.set_moment(4);
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::none);
    // And when the pass that it paints moves to another place.
    press("page_source");
    press("paint_colour");
    QTest::keyClick(seen<QListView>("ledger"), Qt::Key_Up, Qt::AltModifier);
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::none);
}

TEST_F(PassesBenchTest, EachStrokeIsOneStepAndFollowsWhereAsked) {
    trigger("lay_painted");
    press("follow_strokes");
    EXPECT_GT(window_->canvas().brush().brush().stretch, 1);
    const Painting before = painting();
    drag_on_canvas({100, 100}, {120, 140});
    drag_on_canvas({200, 100}, {220, 140});
    trigger("undo");
    trigger("undo");
    EXPECT_EQ(painting(), before);
}

}  // namespace
}  // namespace underpaint
