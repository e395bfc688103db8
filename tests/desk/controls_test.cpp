// SPDX-License-Identifier: GPL-3.0-or-later
// The smaller controls of the Values bench, and what the meters do while a hand moves.
#include <QButtonGroup>
#include <QMenu>
#include <QSignalSpy>

#include "desk/kit/bar_slider.h"
#include "desk/kit/curve_editor.h"
#include "desk/kit/folding_row.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/panes/pointer_line.h"
#include "desk/values/edge_bars.h"
#include "desk/values/values_sheet.h"
#include "support/desk_fixture.h"
#include "terms/value_curves.h"

namespace underpaint {
namespace {

constexpr Parameter kSteps{"by", "By", "", -2, 2, 0, Unit::steps};
constexpr Parameter kPixels{"size", "Size", "", 1, 1000, 50, Unit::pixels};
constexpr Parameter kTimes{"lead", "Lead", "", 1, 3, 1.2F, Unit::times};

class ControlsAtTheDesk : public testing::DeskTest {
protected:
    static QString figure(const Parameter& parameter, float value) {
        BarSlider slider(parameter);
        slider.set_value(value);
        return slider.accessibleDescription();
    }
};

TEST_F(ControlsAtTheDesk, SlidersSayTheirUnit) {
    EXPECT_EQ(figure(kStrength, 0.25F), "25%");
    EXPECT_EQ(figure(kSteps, 0.4F), "+0.40");
    EXPECT_EQ(figure(kSteps, -1), "−1.00");
    EXPECT_EQ(figure(kPixels, 120), "120 px");
    EXPECT_EQ(figure(kTimes, 1.5F), "1.50×");
}

TEST_F(ControlsAtTheDesk, SlidersStepByWhatIsFineForTheirUnit) {
    const auto after = [](const Parameter& parameter, Qt::Key key) {
        BarSlider slider(parameter);
        QTest::keyClick(&slider, key);
        return slider.value() - parameter.usual;
    };
    EXPECT_NEAR(after(kSteps, Qt::Key_Right), 0.05, 1e-6);
    EXPECT_NEAR(after(kPixels, Qt::Key_Right), 1, 1e-6);
    EXPECT_NEAR(after(kPixels, Qt::Key_PageUp), 10, 1e-6);
    EXPECT_NEAR(after(kTimes, Qt::Key_Left), -0.05, 1e-6);
}

TEST_F(ControlsAtTheDesk, PixelsAreFinerWhereThereAreFew) {
    BarSlider slider(kPixels);
    slider.resize(204, 36);
    slider.show();
    QTest::mouseClick(&slider, Qt::LeftButton, {}, {102, 26});
    EXPECT_NEAR(slider.value(), 251, 15) << "half way is a quarter of the most";
    QSignalSpy moved(&slider, &BarSlider::moved);
    slider.set_value(77);
    EXPECT_EQ(moved.count(), 0) << "set, not moved";
    QTest::mouseDClick(&slider, Qt::LeftButton, {}, {102, 26});
    EXPECT_EQ(slider.value(), 50);
}

TEST_F(ControlsAtTheDesk, SwitchesThatHaveNoRoomFoldAndTheOneThatIsOnStands) {
    FoldingRow row("more_of_them", "those that have no room");
    QButtonGroup only_one;
    std::vector<QPushButton*> buttons;
    for (const char* label : {"Colour", "Grey", "Squint", "Drift", "Warmth", "Intensity"}) {
        buttons.push_back(switch_button(label, label, {}));
        only_one.addButton(buttons.back());
        row.add(buttons.back());
    }
    buttons[0]->setChecked(true);
    row.show();
    auto* more = row.findChild<QPushButton*>("more_of_them");
    const auto look = [&](int wide, std::size_t on) {
        SCOPED_TRACE(wide);
        row.resize(wide, 40);
        QCoreApplication::processEvents();
        EXPECT_EQ(row.width(), wide) << "it takes the room that it is given";
        QStringList folded;
        for (const QAction* action : more->menu()->actions()) folded << action->text();
        for (std::size_t i = 0; i < buttons.size(); ++i) {
            const QPushButton& each = *buttons[i];
            EXPECT_NE(each.isVisible(), folded.contains(each.text())) << each.text().toStdString();
            if (!each.isVisible()) continue;
            EXPECT_GE(each.width(), each.sizeHint().width()) << each.text().toStdString();
            EXPECT_LE(each.geometry().right(), wide) << each.text().toStdString();
        }
        EXPECT_TRUE(buttons[on]->isVisible());
        EXPECT_EQ(more->isVisible(), !folded.isEmpty());
        if (more->isVisible()) {
            EXPECT_LE(more->geometry().right(), wide);
        }
        return folded.size();
    };
    EXPECT_EQ(look(row.sizeHint().width(), 0), 0);
    qsizetype before = 0;
    for (int wide = row.sizeHint().width() - 1; wide >= row.minimumSizeHint().width(); wide -= 7) {
        const qsizetype folded = look(wide, 0);
        EXPECT_GE(folded, before) << "less room shows no more of them";
        before = folded;
    }
    EXPECT_EQ(before, 5);
    // One that is chosen from the menu stands in the row from then on.
    int clicked = 0;
    QObject::connect(buttons[5], &QPushButton::clicked, [&] { ++clicked; });
    more->menu()->actions().back()->trigger();
    EXPECT_EQ(clicked, 1);
    EXPECT_TRUE(buttons[5]->isChecked());
    look(row.minimumSizeHint().width(), 5);
    EXPECT_FALSE(buttons[0]->isVisible());
    // What is not to be had is nowhere.
    row.set_wanted(buttons[1], false);
    row.fold();
    for (const QAction* action : more->menu()->actions()) EXPECT_NE(action->text(), "Grey");
    EXPECT_FALSE(buttons[1]->isVisible());
}

TEST_F(ControlsAtTheDesk, StepsAreReadAsPeopleWriteThem) {
    bool number = false;
    for (const auto& [text, step] :
         {std::pair("4.5", 4.5), {"4,5", 4.5}, {"4½", 4.5}, {" 7 ", 7.0}}) {
        EXPECT_EQ(step_from_words(QString::fromUtf8(text), &number), step) << text;
        EXPECT_TRUE(number) << text;
    }
    for (const char* text : {"", "–", "dark", "4..5"}) {
        step_from_words(QString::fromUtf8(text), &number);
        EXPECT_FALSE(number) << text;
    }
}

TEST_F(ControlsAtTheDesk, ACurveNeverTurnsBack) {
    CurveEditor editor;
    editor.resize(240, 112);
    editor.show();
    editor.set_curve(shift_curve(0));
    CurvePoints bent;
    QObject::connect(&editor, &CurveEditor::moved,
                     [&](const CurvePoints& points) { bent = points; });
    const QPoint middle = editor.handle(2).toPoint();
    QTest::mousePress(&editor, Qt::LeftButton, {}, middle);
    QTest::mouseMove(&editor, QPoint(middle.x(), 0));
    QTest::mouseRelease(&editor, Qt::LeftButton, {}, QPoint(middle.x(), 0));
    ASSERT_EQ(bent.size(), CurveEditor::kHandles);
    EXPECT_NEAR(step_after(bent, 5), 7, 0.02) << "as high as its neighbour and no higher";
    for (std::size_t i = 1; i < bent.size(); ++i) EXPECT_GE(bent[i].out, bent[i - 1].out);
    editor.setFocus();
    QTest::keyClick(&editor, Qt::Key_Right);
    QTest::keyClick(&editor, Qt::Key_Down);
    EXPECT_NEAR(step_after(bent, 7), 7, 0.02) << "nor lower than the one below";
}

// --- meters

class MetersAtTheDesk : public testing::DeskTest {
protected:
    /// Two bands with an edge between them, and a soft one.
    void SetUp() override {
        Painting painting;
        painting.name = "Bands";
        painting.underpaint = share(testing::grey_picture({600, 300}, [](int x, int) {
            const double soft = std::clamp((x - 440) / 16.0, 0.0, 1.0);
            return encoded_grey_of(
                lightness_of_step(static_cast<float>(x < 200 ? 3 : 5 + 2 * soft)));
        }));
        begin(with_foci(painting, {{"A", {200, 150}, 40}}));
    }
};

TEST_F(MetersAtTheDesk, MovingAFocusMeasuresItAloneAtOnce) {
    QSignalSpy values(&window_->meters().values, &ValuesMeter::changed);
    const FocusMeter& meter = window_->meters().foci;
    EXPECT_TRUE(meter.exact());
    EXPECT_NEAR(*meter.contrasts()[0], 2, 0.02);
    session().document.change("Focus", with_foci(painting(), {{"A", {320, 150}, 40}}), "drag");
    EXPECT_FALSE(meter.exact()) << "marked as of the small picture";
    EXPECT_NEAR(*meter.contrasts()[0], 0, 0.02) << "at once";
    EXPECT_NEAR(*meter.means()[0], 5, 0.02);
    EXPECT_EQ(values.count(), 0) << "the rest is not measured for it";
    settle();
    EXPECT_TRUE(meter.exact());
    EXPECT_NEAR(window_->meters().values.figures()->focus->contrast, 0, 0.02);
}

TEST_F(MetersAtTheDesk, APlanChangesFindingsAndNoFigure) {
    QSignalSpy values(&window_->meters().values, &ValuesMeter::changed);
    QSignalSpy findings(&window_->meters().values, &ValuesMeter::findings_changed);
    Plan plan = painting().plan;
    plan.key = Key::high;
    session().document.change("Plan", with_plan(painting(), plan));
    EXPECT_TRUE(window_->meters().values.exact());
    settle();
    EXPECT_EQ(values.count(), 0);
    EXPECT_GE(findings.count(), 1);
    EXPECT_TRUE(std::ranges::any_of(window_->meters().values.findings(),
                                    [](const Finding& f) { return f.code == kKeyOff; }));
}

TEST_F(MetersAtTheDesk, SketchesComeWhileTheHandMoves) {
    QSignalSpy values(&window_->meters().values, &ValuesMeter::changed);
    Pass pass;
    pass.source = Curve{shift_curve(0.1), {}, {}, {}};
    pass.blend = BlendMode::normal;
    session().document.change("Lay", with_pass(painting(), pass, Stage::values));
    for (int i = 1; i <= 30; ++i) {
        pass.source = Curve{shift_curve(0.05 * i), {}, {}, {}};
        session().document.change("Bend", with_changed_pass(painting(), 0, pass, Stage::values),
                                  "drag");
        QTest::qWait(8);
    }
    EXPECT_GE(values.count(), 3) << "it never rested, and figures came all the same";
    EXPECT_FALSE(window_->meters().values.exact());
    settle();
    EXPECT_TRUE(window_->meters().values.exact());
    EXPECT_NEAR(window_->meters().values.figures()->steps.percentile(0.5),
                step_after(shift_curve(1.5), 5), 0.02);
}

TEST_F(MetersAtTheDesk, RestOnThePassesBench) {
    click("seal");
    settle();
    window_->show_bench("passes");
    QSignalSpy values(&window_->meters().values, &ValuesMeter::changed);
    session().document.change(
        "Lay", with_pass(painting(), testing::tint({1, 0, 0}, BlendMode::true_colour)));
    settle();
    EXPECT_EQ(values.count(), 0) << "nothing above the seal line has changed";
}

TEST_F(MetersAtTheDesk, ThePointerSaysTheEdge) {
    const EdgeMeter& edges = window_->meters().edges;
    ASSERT_TRUE(edges.near({200, 150}));
    EXPECT_EQ(kind_of_edge(edges.near({200, 150})->width), EdgeKind::hard);
    ASSERT_TRUE(edges.near({448, 100}));
    EXPECT_EQ(kind_of_edge(edges.near({448, 100})->width), EdgeKind::lost);
    EXPECT_FALSE(edges.near({320, 150})) << "nothing near";
    const auto under = [&](double x, double y) {
        QTest::mouseMove(&window_->canvas(), at(x, y));
        return find<PointerLine>("pointer_line")->accessibleName();
    };
    EXPECT_TRUE(under(200, 100).contains("edge hard")) << under(200, 100).toStdString();
    EXPECT_FALSE(under(320, 150).contains("edge"));
    EXPECT_TRUE(under(320, 150).contains("step 5.0"));
}

TEST_F(MetersAtTheDesk, TheBenchFitsItsWindowWhateverIsOpen) {
    for (int i = 0; i < 12; ++i)
        session().document.change("Part",
                                  testing::with_columns(painting(), "Part", 10 * i, 10 * i + 40));
    for (const ValuesSheet::PageText& text : kValuesPages) {
        window_->findChild<ValuesSheet*>()->show_page(text.page);
        if (text.page == ValuesSheet::Page::passes) click("lay_lift");
        click("pick_touching");
        QTest::mouseClick(&window_->canvas(), Qt::LeftButton, {}, at(300, 150));
        settle();
        EXPECT_LE(window_->height(), 800) << text.id;
        EXPECT_LE(window_->width(), 1280) << text.id;
    }
}

TEST_F(MetersAtTheDesk, ADoubleClickPicksOnce) {
    click("pick_touching");
    QTest::mouseClick(&window_->canvas(), Qt::LeftButton, {}, at(100, 100));
    ASSERT_TRUE(wait([&] { return !painting().parts.empty(); }));
    QTest::mouseDClick(&window_->canvas(), Qt::LeftButton, {}, at(100, 100));
    settle();
    EXPECT_EQ(painting().parts.size(), 1U) << "by its first click, and not again by its second";
}

}  // namespace
}  // namespace underpaint
