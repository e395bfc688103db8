// SPDX-License-Identifier: GPL-3.0-or-later
// Above the seal line at the desk: value passes, the brush and its pens, the plan, findings and
// their mends, and seals.
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>

#include "desk/kit/bar_slider.h"
#include "desk/kit/curve_editor.h"
#include "desk/kit/simulated_pen.h"
#include "desk/panes/ladder.h"
#include "desk/values/shape_bar.h"
#include "desk/values/values_sheet.h"
#include "files/openraster.h"
#include "raster/polygon.h"
#include "support/desk_fixture.h"
#include "terms/value_curves.h"

namespace underpaint {
namespace {

using Page = ValuesSheet::Page;

class ValuesAtTheDesk : public testing::DeskTest {
protected:
    /// A grey ramp from step 3 to 6.
    void SetUp() override {
        Painting painting;
        painting.name = "Ramp";
        painting.underpaint = share(testing::grey_picture({400, 300}, [](int x, int) {
            return encoded_grey_of(lightness_of_step(3 + 3 * static_cast<float>(x) / 400));
        }));
        begin(painting);
    }
    void show(Page page) const { window_->findChild<ValuesSheet*>()->show_page(page); }
    const Pass& value_pass(std::size_t index = 0) const { return painting().values.at(index); }
    float painted_at(int x, int y) const {
        return testing::pixel(value_pass().reach.painted->base(), x, y).r;
    }
    /// Steps of the picture on screen, off its grey.
    double step_shown(double x, double y) const {
        return step_of(read(Reader::lightness, grey(static_cast<float>(shown(x, y).redF()))));
    }
    QWidget* finding(const char* code) const {
        return window_->findChild<QWidget*>(QStringLiteral("finding_%1").arg(code));
    }
    void take_mend(const char* code) const {
        ASSERT_TRUE(wait([&] {
            return finding(code) != nullptr &&
                   finding(code)->findChild<QPushButton*>("value_mend") != nullptr;
        })) << code;
        QTest::mouseClick(finding(code)->findChild<QPushButton*>("value_mend"), Qt::LeftButton);
        settle();
    }
    Ladder* ladder() const { return find<Ladder>("ladder"); }
    void drag_on_ladder(double from, double to) const {
        const auto place = [&](double step) {
            return QPoint(ladder()->width() - 20, qRound(ladder()->y_of(step)));
        };
        QTest::mousePress(ladder(), Qt::LeftButton, {}, place(from));
        QTest::mouseMove(ladder(), place((from + to) / 2));
        QTest::mouseMove(ladder(), place(to));
        QTest::mouseRelease(ladder(), Qt::LeftButton, {}, place(to));
    }
};

TEST_F(ValuesAtTheDesk, ALiftIsPaintedWithThePen) {
    show(Page::passes);
    click("lay_lift");
    ASSERT_EQ(painting().values.size(), 1U);
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::brush) << "ready to paint";
    settle();
    const double before = step_shown(200, 150);
    EXPECT_NEAR(before, 4.5, 0.06) << "nothing is painted yet";

    SimulatedPen pen;
    std::vector<PenStep> way;
    for (int x = 100; x <= 300; x += 4) way.push_back({at(x, 150), x < 200 ? 0.3 : 1.0});
    for (int stroke = 0; stroke < 4; ++stroke) pen.stroke(window_->canvas(), way);
    settle();
    EXPECT_GT(painted_at(250, 150), 0.5F);
    EXPECT_GT(painted_at(250, 150), painted_at(150, 150) + 0.1F) << "pressed harder there";
    EXPECT_EQ(painted_at(200, 20), 0) << "away from the stroke";
    EXPECT_GT(step_shown(250, 150), 4.875 + 0.2);
    EXPECT_EQ(session().document.history().undo_label(), "Paint reach");
    const float full = painted_at(250, 150);
    trigger("undo");
    EXPECT_LT(painted_at(250, 150), full) << "a stroke is one step";
    EXPECT_GT(painted_at(250, 150), 0);
    trigger("redo");

    click("take_off_reach");
    pen.stroke(window_->canvas(), way);
    EXPECT_LT(painted_at(250, 150), full);
    click("take_off_reach");
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::none);
    click("reach_everywhere");
    settle();
    EXPECT_NEAR(step_shown(200, 150), step_after(std::get<Curve>(value_pass().source).all, 4.5),
                0.06);
}

TEST_F(ValuesAtTheDesk, TheMousePaintsAndCanStandInForAPen) {
    show(Page::passes);
    click("lay_deepen");
    QTest::mouseClick(&window_->canvas(), Qt::LeftButton, {}, at(200, 150));
    EXPECT_NEAR(painted_at(200, 150), 0.1, 0.01) << "one touch of full pressure";
    trigger("undo");
    click("simulate_pen");
    QTest::mouseClick(&window_->canvas(), Qt::LeftButton, {}, at(200, 150));
    EXPECT_NEAR(painted_at(200, 150), 0.1 * SimulatedPen::pressure_of(0, 0), 0.01)
        << "gently, where a stroke begins";
    EXPECT_GT(SimulatedPen::pressure_of(100, 100), SimulatedPen::pressure_of(2000, 100));
    EXPECT_LE(SimulatedPen::pressure_of(1e9, 1e9), 1);
    EXPECT_GT(SimulatedPen::pressure_of(1e9, 1e9), 0);
}

TEST_F(ValuesAtTheDesk, TheBrushIsSetAndSized) {
    show(Page::passes);
    click("lay_lift");
    BrushTool& tool = window_->canvas().brush();
    EXPECT_EQ(tool.brush().hardness, 0);
    EXPECT_NEAR(tool.brush().flow, 0.1, 1e-6);
    const double radius = tool.brush().radius;
    QTest::keyClick(&window_->canvas(), Qt::Key_BracketRight);
    EXPECT_GT(tool.brush().radius, radius);
    for (int i = 0; i < 100; ++i) tool.resize(2);
    EXPECT_LE(tool.brush().radius, 201) << "no larger than half the picture";
    auto* flow = find<BarSlider>("brush_flow");
    flow->setFocus();
    QTest::keyClick(flow, Qt::Key_PageUp);
    EXPECT_NEAR(tool.brush().flow, 0.2, 1e-6);
    window_->canvas().setFocus();
    QTest::keyClick(&window_->canvas(), Qt::Key_Escape);
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::none);
}

TEST_F(ValuesAtTheDesk, PassesAreSwitchedBentReorderedAndRemoved) {
    show(Page::passes);
    click("lay_range");
    ASSERT_EQ(painting().values.size(), 1U);
    settle();
    EXPECT_NEAR(range_of(window_->meters().values.figures()->steps).lightest, 9, 0.1);
    auto* list = find<QListWidget>("value_passes");
    list->item(0)->setCheckState(Qt::Unchecked);
    EXPECT_FALSE(value_pass().on);
    settle();
    EXPECT_NEAR(step_shown(200, 150), 4.5, 0.06) << "as it was";
    list->item(0)->setCheckState(Qt::Checked);

    click("lay_soften");
    EXPECT_TRUE(std::holds_alternative<Sharpness>(value_pass(1).source));
    EXPECT_LT(std::get<Sharpness>(value_pass(1).source).amount, 0);
    click("value_pass_up");
    EXPECT_TRUE(std::holds_alternative<Sharpness>(value_pass(0).source));
    click("remove_value_pass");
    ASSERT_EQ(painting().values.size(), 1U);

    list->setCurrentRow(0);
    auto* curve = find<CurveEditor>("curve");
    const QPoint middle = curve->handle(2).toPoint();
    QTest::mousePress(curve, Qt::LeftButton, {}, middle);
    QTest::mouseMove(curve, middle - QPoint(0, 12));
    QTest::mouseRelease(curve, Qt::LeftButton, {}, middle - QPoint(0, 12));
    EXPECT_EQ(std::get<Curve>(value_pass().source).all.size(), CurveEditor::kHandles);
    EXPECT_EQ(session().document.history().undo_label(), "Bend the curve");
    const double lifted = step_after(std::get<Curve>(value_pass().source).all, 5);
    curve->setFocus();
    QTest::keyClick(curve, Qt::Key_Down);
    EXPECT_NEAR(step_after(std::get<Curve>(value_pass().source).all, 5), lifted - 0.1, 0.02);
}

TEST_F(ValuesAtTheDesk, APassLandsOnChosenPartsUnderItsOwnName) {
    begin(testing::with_columns(painting(), "Left", 0, 200));
    window_->show_bench("values");
    show(Page::passes);
    click("lay_deepen");
    click("reach_everywhere");
    choose("value_lands_on", "Left");
    EXPECT_EQ(value_pass().reach.parts, std::vector{painting().parts[0].id});
    settle();
    EXPECT_LT(step_shown(100, 150), 3.75 - 0.4);
    EXPECT_NEAR(step_shown(300, 150), 5.25, 0.06) << "outside the part";
    auto* name = find<QLineEdit>("value_pass_name");
    name->selectAll();
    QTest::keyClicks(name, "Night");
    QTest::keyClick(name, Qt::Key_Return);
    EXPECT_EQ(value_pass().name, "Night");
    EXPECT_EQ(find<QListWidget>("value_passes")->item(0)->text().simplified(), "Night · Left");
    choose("value_lands_on", "whole picture");
    EXPECT_TRUE(value_pass().reach.everywhere());
    trigger("undo");
    trigger("undo");
    EXPECT_EQ(name->text(), "Deepen") << "the field follows the history";
}

TEST_F(ValuesAtTheDesk, FiguresFollowAStrokeBeforeItIsOver) {
    show(Page::passes);
    click("lay_deepen");
    settle();
    const double before = window_->meters().values.figures()->steps.percentile(0.5);
    BrushTool& tool = window_->canvas().brush();
    tool.set_brush({150, 0.9, 1, false});
    auto* canvas = &window_->canvas();
    QTest::mousePress(canvas, Qt::LeftButton, {}, at(200, 150));
    for (int x = 60; x <= 340; x += 10) QTest::mouseMove(canvas, at(x, 150));
    ASSERT_TRUE(wait(
        [&] { return window_->meters().values.figures()->steps.percentile(0.5) < before - 0.2; }));
    EXPECT_TRUE(tool.painting()) << "the pen is still down";
    EXPECT_FALSE(window_->meters().values.exact()) << "and the figures are marked as not exact";
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, at(340, 150));
    EXPECT_FALSE(tool.painting());
    settle();
    EXPECT_TRUE(window_->meters().values.exact());
}

// --- plan and findings

TEST_F(ValuesAtTheDesk, ARangeIsPlannedOnTheLadderAndReached) {
    show(Page::plan);
    click("plan_range");
    ASSERT_TRUE(painting().plan.range);
    EXPECT_NEAR(painting().plan.range->darkest, 3, 0.05) << "it begins as the picture is";
    drag_on_ladder(painting().plan.range->lightest, 8.5);
    drag_on_ladder(painting().plan.range->darkest, 1.5);
    EXPECT_NEAR(painting().plan.range->darkest, 1.5, 0.05);
    EXPECT_NEAR(painting().plan.range->lightest, 8.5, 0.05);
    trigger("undo");
    EXPECT_NEAR(painting().plan.range->darkest, 3, 0.05) << "a drag is one step";
    trigger("redo");
    ladder()->setFocus();
    QTest::keyClick(ladder(), Qt::Key_Down);
    EXPECT_NEAR(painting().plan.range->darkest, 1.4, 0.06) << "the line last held";
    settle();
    take_mend("range-off");
    ASSERT_EQ(painting().values.size(), 1U);
    EXPECT_EQ(painting().values[0].name, "Set range");
    const Range range = range_of(window_->meters().values.figures()->steps);
    EXPECT_NEAR(range.darkest, 1.4, 0.1);
    EXPECT_NEAR(range.lightest, 8.5, 0.1);
    EXPECT_EQ(finding("range-off"), nullptr);
    click("plan_range");
    EXPECT_FALSE(painting().plan.range);
}

TEST_F(ValuesAtTheDesk, StepsAreCountedAsThePainterLikes) {
    EXPECT_TRUE(find("scale")->isVisible());
    show(Page::plan);
    click("plan_range");
    settle();
    const double middle = ladder()->y_of(5);
    choose("scale", "0–10, tenths of L*");
    settle();
    EXPECT_NEAR(ladder()->y_of(5), middle, 1) << "the middle is the middle on either";
    EXPECT_TRUE(finding("range-is")
                    ->findChild<QLabel*>("", Qt::FindDirectChildrenOnly)
                    ->text()
                    .startsWith("Values run from 2.5 to 6.2"))
        << "in tenths of L*";
    drag_on_ladder(painting().plan.range->lightest, 8.5);
    EXPECT_NEAR(painting().plan.range->lightest, 8.5, 0.05) << "kept in steps 1-9 all the same";
    window_->show_bench("passes");
    EXPECT_FALSE(find("scale")->isVisible()) << "the ledger counts from 1 to 9";
    window_->show_bench("values");
    choose("scale", "1–9, the middle is 5");
}

TEST_F(ValuesAtTheDesk, SharesArePlannedAndMendedByMovingSplits) {
    show(Page::plan);
    click("plan_shares");
    ASSERT_EQ(painting().plan.shares.at(ShapeCount::three).size(), 3U);
    auto* light = find<BarSlider>("share_2");
    light->setFocus();
    QTest::keyClick(light, Qt::Key_Home);
    for (int i = 0; i < 3; ++i) QTest::keyClick(light, Qt::Key_PageUp);
    const ShapeShares planned = painting().plan.shares.at(ShapeCount::three);
    EXPECT_NEAR(planned[2], 0.3, 1e-6);
    EXPECT_NEAR(planned[0] + planned[1] + planned[2], 1, 1e-9);
    settle();
    take_mend("shape-off");
    const QString words = find<ShapeBar>("shape_bar")->accessibleName();
    EXPECT_TRUE(words.contains("light 30%")) << words.toStdString();
}

TEST_F(ValuesAtTheDesk, KeyAndLeadArePlanned) {
    show(Page::plan);
    choose("plan_key", "high");
    EXPECT_EQ(painting().plan.key, Key::high);
    settle();
    take_mend("key-off");
    EXPECT_EQ(key_of(window_->meters().values.figures()->steps), Key::high);
    click("plan_lead");
    EXPECT_TRUE(painting().plan.lead);
    choose("plan_key", "not planned");
    EXPECT_FALSE(painting().plan.key);
}

TEST_F(ValuesAtTheDesk, AFindingIsShownAndItsMendSaysWhatItWouldDo) {
    Painting white = painting();
    white.underpaint = share(testing::grey_picture(
        {400, 300}, [](int x, int y) { return x < 100 && y < 100 ? 1.0 : 0.2 + x / 800.0; }));
    begin(white);
    ASSERT_TRUE(wait([&] { return finding("bare-white") != nullptr; }));
    auto* show = finding("bare-white")->findChild<QPushButton*>("show");
    ASSERT_NE(show, nullptr);
    QTest::mouseClick(show, Qt::LeftButton);
    ASSERT_TRUE(window_->canvas().shown_only());
    EXPECT_LT(std::abs(shown(390, 200).red() - shown(200, 200).red()), 20)
        << "the rest has lost its contrast";
    EXPECT_GT(shown(50, 50).red(), 240);
    window_->canvas().setFocus();
    QTest::keyClick(&window_->canvas(), Qt::Key_Escape);
    EXPECT_FALSE(window_->canvas().shown_only());
    take_mend("bare-white");
    EXPECT_EQ(finding("bare-white"), nullptr);
    EXPECT_EQ(session().document.history().undo_label(), "Tone to 8.6");
}

TEST_F(ValuesAtTheDesk, APictureOfOneValueSaysSo) {
    Painting flat = painting();
    flat.underpaint = share(testing::grey_picture({40, 30}, [](int, int) { return 0.5; }));
    begin(flat);
    ASSERT_TRUE(wait([&] { return finding("one-value") != nullptr; }));
    EXPECT_TRUE(find("edge_bars")->accessibleName().contains("hard 0%"));
}

// --- seals

TEST_F(ValuesAtTheDesk, IsSealedTwiceComparedAndPutBackInForce) {
    click("seal");
    ASSERT_TRUE(painting().sealed());
    settle();
    EXPECT_EQ(find<QPushButton>("seal")->text(), "Go on to passes");
    Pass glaze = testing::tint({0.8F, 0.5F, 0.2F}, BlendMode::normal, 0.1F);
    glaze.name = "Glaze";
    session().document.change("Lay", with_pass(painting(), glaze));

    show(Page::passes);
    click("lay_deepen");
    click("reach_everywhere");
    settle();
    EXPECT_EQ(find<QPushButton>("seal")->text(), "Seal again");
    const double deepened = step_shown(200, 150);
    QTest::keyPress(&window_->canvas(), Qt::Key_S);
    settle();
    EXPECT_GT(step_shown(200, 150), deepened + 0.5) << "a glance at what is sealed";
    QTest::keyRelease(&window_->canvas(), Qt::Key_S);
    settle();
    EXPECT_NEAR(step_shown(200, 150), deepened, 1e-6);
    click("seal");
    EXPECT_EQ(painting().seals.size(), 1U) << "what it changes is said first";
    const QString foreseen = find<QLabel>("foreseen")->text();
    EXPECT_TRUE(foreseen.contains("darker by more than a quarter step")) << foreseen.toStdString();
    auto* seals = find<QListWidget>("seals");
    seals->setCurrentRow(0);
    click("compare_seals");
    ASSERT_TRUE(session().outlook.comparison());
    EXPECT_EQ(session().outlook.comparison()->right, "the values now");
    settle();
    EXPECT_GT(step_shown(100, 250), 3.7) << "left of the seam: as sealed";
    EXPECT_LT(step_shown(300, 250), 5.1) << "right of it: deepened";
    click("lens_drift");
    settle();
    EXPECT_GT(shown(200, 150).blue(), shown(200, 150).red() + 10) << "darker is tinted blue";

    click("seal");
    ASSERT_TRUE(wait([&] { return painting().seals.size() == 2; }));
    EXPECT_FALSE(session().outlook.comparison()) << "it ends with the change";
    EXPECT_EQ(painting().seal().number, 2);
    settle();
    EXPECT_EQ(find<QPushButton>("seal")->text(), "Go on to passes");
    EXPECT_LT(
        step_of(read(Reader::lightness, testing::pixel(painting().ground()->base(), 200, 150))), 4);
    window_->show_bench("passes");
    settle();
    EXPECT_LT(window_->meters().passes.audit()->ground.steps.percentile(0.5), 4) << "measured anew";

    window_->show_bench("values");
    show(Page::seals);
    seals->setCurrentRow(0);
    click("seal_in_force");
    EXPECT_EQ(painting().seal().number, 1);
    EXPECT_EQ(session().document.history().undo_label(), "Put Seal 1 in force");
    trigger("undo");
    EXPECT_EQ(painting().seal().number, 2);
}

TEST_F(ValuesAtTheDesk, IsSavedAndOpenedWithEverythingAboveTheSeal) {
    show(Page::passes);
    click("lay_lift");
    SimulatedPen pen;
    pen.stroke(window_->canvas(), {{at(100, 100), 1}, {at(300, 200), 0.5}});
    show(Page::plan);
    click("plan_range");
    choose("plan_key", "low");
    click("seal");
    ASSERT_TRUE(wait([&] { return painting().sealed(); }));
    const Painting done = painting();
    picked_ = folder_ / "values.ora";
    trigger("save");
    ASSERT_TRUE(wait([&] { return !session().document.unsaved(); }));
    const auto opened = open_painting(folder_ / "values.ora", "2026-11-25");
    ASSERT_TRUE(opened);
    ASSERT_EQ(opened->painting.values.size(), 1U);
    EXPECT_TRUE(same_pixels(opened->painting.values[0].reach.painted->base(),
                            done.values[0].reach.painted->base()));
    EXPECT_EQ(opened->painting.values[0].source, done.values[0].source);
    EXPECT_EQ(opened->painting.plan, done.plan);
    EXPECT_TRUE(same_pixels(opened->painting.ground()->base(), done.ground()->base()));
    EXPECT_FALSE(
        same_pixels(opened->painting.ground()->base(), opened->painting.underpaint->base()));
}

TEST_F(ValuesAtTheDesk, TheSealInForceIsChosenToBeginWith) {
    click("seal");
    settle();
    show(Page::seals);
    EXPECT_EQ(find<QListWidget>("seals")->currentRow(), 0);
}

}  // namespace
}  // namespace underpaint
