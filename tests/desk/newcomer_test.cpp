// SPDX-License-Identifier: GPL-3.0-or-later
// Somebody who is new here: the guide, the walk through the demo, and what assistive technology is
// told of every bench.
#include <QAccessible>
#include <QLineEdit>
#include <QListWidget>
#include <QTextBrowser>

#include "desk/guide/guide_window.h"
#include "desk/kit/bar_slider.h"
#include "desk/window/walk.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class Newcomer : public testing::DeskTest {
protected:
    GuideWindow* guide() const { return window_->findChild<GuideWindow*>("guide"); }
    Walk* walk() const { return window_->findChild<Walk*>("walk"); }
    QString page() const { return find<QTextBrowser>("guide_text")->toPlainText(); }
};

TEST_F(Newcomer, TheGuideOpensAtTheBenchOneIsOn) {
    for (const char* bench :
         {"brief", "values", "passes", "palette", "versions", "report", "practice"}) {
        window_->show_bench(bench);
        QTest::keyClick(window_.get(), Qt::Key_Question, Qt::ShiftModifier);
        ASSERT_NE(guide(), nullptr);
        EXPECT_TRUE(guide()->isVisible());
        const QString name = QString::fromLatin1(window_->bench().text().label);
        EXPECT_TRUE(page().startsWith("The " + name + " bench")) << page().left(40).toStdString();
        QTest::keyClick(guide(), Qt::Key_Escape);
        EXPECT_FALSE(guide()->isVisible());
    }
    trigger("guide");
    EXPECT_TRUE(guide()->isVisible());
}

TEST_F(Newcomer, TheGuideIsSearchedAndItsLinksStayInside) {
    trigger("guide");
    auto* field = find<QLineEdit>("guide_find");
    auto* list = find<QListWidget>("guide_pages");
    ASSERT_GE(list->count(), 10);
    QTest::keyClicks(field, "Kubelka");
    int seen = 0;
    for (int i = 0; i < list->count(); ++i) seen += !list->item(i)->isHidden();
    EXPECT_GE(seen, 1);
    EXPECT_LT(seen, list->count());
    EXPECT_TRUE(page().contains("Kubelka"));
    EXPECT_EQ(find<QTextBrowser>("guide_text")->textCursor().selectedText(), "Kubelka");
    field->clear();
    const QString before = page();
    emit find<QTextBrowser>("guide_text")->anchorClicked(QUrl("words.md"));
    EXPECT_NE(page(), before);
    click("guide_back");
    EXPECT_EQ(page(), before);
    emit find<QTextBrowser>("guide_text")->anchorClicked(QUrl("https://example.org/x.md"));
    emit find<QTextBrowser>("guide_text")->anchorClicked(QUrl("../../secret.md"));
    EXPECT_EQ(page(), before) << "nothing from elsewhere";
}

TEST_F(Newcomer, IsShownTheDemoInSevenStepsByTheKeyboard) {
    auto* start = find<QPushButton>("empty_walk");
    start->setFocus();
    QTest::keyClick(start, Qt::Key_Space);
    ASSERT_TRUE(wait([&] { return walk() != nullptr && walk()->going(); }));
    ASSERT_EQ(walk()->steps().size(), 7U);
    ASSERT_TRUE(wait([&] { return window_->meters().passes.current(); }));
    constexpr int soon = 20'000;
    const auto step_is = [&](std::size_t step) {
        return wait([&] { return walk()->step() == step; }, soon);
    };
    ASSERT_TRUE(step_is(0));
    EXPECT_TRUE(find("walk_ring")->isVisible());
    auto* ledger = find("ledger");
    for (std::size_t i = 0; i < painting().passes.size() && walk()->step() == 0; ++i) {
        QTest::keyClick(ledger, Qt::Key_Down);
        QTest::qWait(200);
    }
    ASSERT_TRUE(step_is(1)) << "the pass that lost values is chosen";
    const auto press = [&](const char* name) {
        auto* button = find<QPushButton>(name);
        button->setFocus();
        QTest::keyClick(button, Qt::Key_Space);
    };
    press("lens_drift");
    ASSERT_TRUE(step_is(2));
    press("lens_grey");
    ASSERT_TRUE(step_is(3));
    QPushButton* mend = nullptr;
    ASSERT_TRUE(wait([&] {
        for (auto* button : find("findings")->findChildren<QPushButton*>())
            if (button->text().startsWith("Ease") || button->text().startsWith("Hold"))
                mend = button;
        return mend != nullptr;
    }));
    mend->setFocus();
    QTest::keyClick(mend, Qt::Key_Space);
    ASSERT_TRUE(step_is(4));
    QTest::keyClick(&window_->canvas(), Qt::Key_2);
    ASSERT_TRUE(step_is(5));
    QTest::keyClick(window_.get(), Qt::Key_4);
    ASSERT_TRUE(step_is(6));
    QTest::keyClick(window_.get(), Qt::Key_6);
    ASSERT_TRUE(step_is(7));
    EXPECT_FALSE(find("walk_ring")->isVisible()) << "nothing is pointed at any more";
    click("walk_leave");
    EXPECT_FALSE(walk()->isVisible());
}

TEST_F(Newcomer, TheWalkIsLeftAtAnyTimeAndHidesNothing) {
    trigger("show_me");
    ASSERT_TRUE(wait([&] { return walk() != nullptr && walk()->going(); }));
    for (std::size_t step = 0; step < 6; ++step) {
        const Canvas& canvas = window_->canvas();
        if (canvas.isVisible()) {
            const QRect painting = canvas.transform().picture_on_canvas().toRect().translated(
                canvas.mapTo(window_->centralWidget(), QPoint()));
            const QRect over = walk()->geometry().intersected(painting);
            EXPECT_LT(over.width() * over.height(), painting.width() * painting.height() / 20)
                << "step " << step;
        }
        click("walk_next");
        EXPECT_EQ(walk()->step(), step + 1);
    }
    begin(testing::slipping_painting());
    EXPECT_FALSE(walk()->going()) << "another painting is not the one that is walked through";
    EXPECT_FALSE(walk()->isVisible());
    trigger("show_me");
    ASSERT_TRUE(wait([&] { return walk()->going(); }));
    click("walk_leave");
    EXPECT_FALSE(walk()->going());
}

// --- assistive technology

/// Goes through all that is to be seen below an object.
void each_accessible(QAccessibleInterface* from,
                     const std::function<void(QAccessibleInterface&)>& act) {
    if (from == nullptr || !from->isValid() || from->state().invisible) return;
    act(*from);
    for (int i = 0; i < from->childCount(); ++i) each_accessible(from->child(i), act);
}

TEST_F(Newcomer, EveryControlOfEveryBenchHasARoleANameAndAValue) {
    begin(testing::slipping_painting());
    for (const char* bench :
         {"brief", "values", "passes", "palette", "versions", "report", "practice"}) {
        window_->show_bench(bench);
        settle();
        int nodes = 0, sliders = 0;
        each_accessible(
            QAccessible::queryAccessibleInterface(window_.get()), [&](QAccessibleInterface& node) {
                ++nodes;
                const auto* widget = qobject_cast<QWidget*>(node.object());
                const std::string what =
                    std::string(bench) + ": " +
                    (widget != nullptr ? widget->metaObject()->className() : "item") + " " +
                    (widget != nullptr ? widget->objectName().toStdString() : "");
                const bool asks = widget != nullptr && widget->focusPolicy() != Qt::NoFocus &&
                                  widget->isEnabled() && widget->isVisible();
                if (asks && qobject_cast<const QAbstractScrollArea*>(widget) == nullptr) {
                    EXPECT_FALSE(node.text(QAccessible::Name).isEmpty()) << what;
                }
                if (node.role() != QAccessible::Slider) return;
                ++sliders;
                QAccessibleValueInterface* value = node.valueInterface();
                ASSERT_NE(value, nullptr) << what;
                EXPECT_FALSE(node.text(QAccessible::Value).isEmpty()) << what;
                EXPECT_LE(value->minimumValue().toDouble(), value->currentValue().toDouble())
                    << what;
                EXPECT_GE(value->maximumValue().toDouble(), value->currentValue().toDouble())
                    << what;
            });
        EXPECT_GT(nodes, 60) << bench;
        EXPECT_GE(sliders, 1) << bench << ": the ladder at least";
    }
}

TEST_F(Newcomer, StrengthIsReadAndSetFromOutside) {
    begin(testing::slipping_painting());
    window_->show_bench("passes");
    session().outlook.set_moment(2);
    settle();
    auto* slider = find<BarSlider>("strength");
    auto* node = QAccessible::queryAccessibleInterface(slider);
    ASSERT_NE(node, nullptr);
    EXPECT_EQ(node->role(), QAccessible::Slider);
    QAccessibleValueInterface* value = node->valueInterface();
    ASSERT_NE(value, nullptr);
    EXPECT_NEAR(value->currentValue().toDouble(), 0.4, 1e-6);
    EXPECT_EQ(node->text(QAccessible::Value), "40%");
    value->setCurrentValue(0.25);
    EXPECT_NEAR(painting().passes.back().strength, 0.25F, 1e-6F) << "the painting follows";
    EXPECT_EQ(node->text(QAccessible::Value), "25%");
    value->setCurrentValue(7);
    EXPECT_NEAR(painting().passes.back().strength, 1, 1e-6F) << "within its range";
    value->setCurrentValue("much");
    EXPECT_GE(painting().passes.back().strength, 0);
    trigger("undo");
}

TEST_F(Newcomer, LadderCanvasAndChartsSayWhatTheyShow) {
    begin(testing::slipping_painting());
    window_->show_bench("passes");
    session().outlook.set_moment(2);
    settle();
    const QString ladder = find("ladder")->accessibleDescription();
    EXPECT_TRUE(ladder.contains("sealed: step 9")) << ladder.toStdString();
    EXPECT_TRUE(ladder.contains("Darkest, lightest")) << ladder.toStdString();
    const QString canvas = window_->canvas().accessibleDescription();
    EXPECT_TRUE(canvas.contains("after pass 2")) << canvas.toStdString();
    EXPECT_TRUE(canvas.contains("Left, Right")) << canvas.toStdString();
    window_->bench().show_page("balance");
    QCoreApplication::processEvents();
    const auto& audit = *window_->meters().passes.audit();
    const QString figure = QString::number(audit.passes.back().value.running.p95, 'f', 2);
    EXPECT_TRUE(find("chart_balance")->accessibleDescription().contains(figure));
    window_->bench().show_page("temperature");
    QCoreApplication::processEvents();
    EXPECT_TRUE(find("chart_temperature")->accessibleDescription().contains("Left: lights"));
}

}  // namespace
}  // namespace underpaint
