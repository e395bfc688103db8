// SPDX-License-Identifier: GPL-3.0-or-later
// What a click leads to: the tool of a pass that was just laid, where the focus is afterwards,
// counts that agree with what opens, and the way on from where the work is.
#include <QLabel>
#include <QListView>
#include <QPushButton>
#include <QScrollBar>
#include <thread>

#include "desk/kit/colour_sheet.h"
#include "desk/panes/findings_view.h"
#include "files/design_tokens.h"
#include "painting/changes.h"
#include "support/passes_bench_fixture.h"

namespace underpaint {
namespace {

using BegunByHand = testing::PassesBenchTest;

TEST_F(BegunByHand, ThePassThatWasJustLaidIsWorkedByTheFirstDrag) {
    const auto middle_of_view = [&] { return window_->canvas().transform().to_picture({}); };
    const QPointF view = middle_of_view();
    const auto first_drag = [&](const char* lay) {
        // Whatever was in the hand before.
        for (const char* before : {"page_source", "page_reach"}) {
            session().outlook.set_moment(2);
            press(before);
            if (before == std::string("page_reach")) press("outline_reach");
            trigger(lay);
            QCoreApplication::processEvents();
            const Painting laid = painting();
            drag_on_canvas({200, 150}, {240, 170});
            settle();
            EXPECT_NE(painting(), laid) << lay << " after " << before;
            EXPECT_EQ(middle_of_view(), view) << "the picture does not move";
            undo_all();
        }
    };
    first_drag("lay_painted");
    first_drag("lay_glow");
    ASSERT_TRUE(save_png(folder_ / "still.png", testing::ramp({100, 60})));
    picked_ = folder_ / "still.png";
    trigger("lay_picture");
    settle();
    const Painting placed = painting();
    drag_on_canvas({200, 150}, {240, 170});
    EXPECT_NE(painting(), placed);
    EXPECT_EQ(middle_of_view(), view);
    // A vignette is worked by the handles on its rims.
    trigger("lay_painted");
    trigger("lay_vignette");
    QCoreApplication::processEvents();
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::none);
    EXPECT_FALSE(window_->canvas().handles().shape().empty());
    // A gradient map is worked on its plot: the hand drags the picture again.
    trigger("lay_painted");
    trigger("lay_gradient-map");
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::none);
}

TEST_F(BegunByHand, TheFocusStaysNearWhatIsDone) {
    settle_mends();
    auto* mend = find<QPushButton>("mend_safe");
    mend->setFocus();
    QTest::keyClick(mend, Qt::Key_Space);
    ASSERT_TRUE(wait([&] { return window_->bench().finished(); }));
    auto* take = find<QPushButton>("take_safe");
    EXPECT_EQ(QApplication::focusWidget(), take) << "what opened is what is worked on";
    QTest::keyClick(take, Qt::Key_Space);
    settle();
    EXPECT_EQ(QApplication::focusWidget(), find("page_pass"));

    // Whoever has gone elsewhere while mends are tried is not called back.
    trigger("undo");
    settle_mends();
    click("mend_safe");
    auto* ledger = find<QListView>("ledger");
    ledger->setFocus();
    ASSERT_TRUE(wait([&] { return window_->bench().finished(); }));
    EXPECT_EQ(QApplication::focusWidget(), ledger);
    click("leave_safe");
    EXPECT_EQ(QApplication::focusWidget(), find("page_pass"));
}

/// The button of a finding has the focus; then figures are made again and again.
TEST_F(BegunByHand, NoChangeOfFiguresMovesTheFocusOrTheList) {
    settle_mends();
    window_->resize(1024, 640);
    settle();
    auto* findings = find<FindingsView>("findings");
    auto* bar = findings->verticalScrollBar();
    bar->setValue(bar->maximum() / 2);
    auto* button = findings->findChild<QPushButton*>("show");
    ASSERT_TRUE(button);
    button->setFocus();
    const int at = bar->value();
    for (const float strength : {0.35F, 0.3F, 0.38F}) {
        Painting next = painting();
        next.passes[1].strength = strength;
        session().document.change("Ease Wash", next);
        for (int i = 0; i < 20; ++i) {
            QTest::qWait(1);
            QWidget* focus = QApplication::focusWidget();
            ASSERT_TRUE(focus != nullptr && (focus == findings || findings->isAncestorOf(focus)))
                << (focus != nullptr ? focus->objectName().toStdString() : "nothing");
        }
        settle_mends();
        EXPECT_EQ(QApplication::focusWidget()->objectName(), "show");
        EXPECT_EQ(bar->value(), std::min(at, bar->maximum()));
    }
}

TEST_F(BegunByHand, CountsAgreeWithWhatOpensAndAreWords) {
    settle_mends();
    EXPECT_FALSE(find<QPushButton>("mend_safe")->text().contains('('))
        << "how many there are is known once they are tried";
    click("mend_safe");
    ASSERT_TRUE(wait([&] { return window_->bench().finished(); }));
    int rows = 0;
    for (const auto* label : find("safe_page")->findChildren<QLabel*>()) {
        rows += label->property("row") == "safe";
        EXPECT_FALSE(label->text().contains("(s)")) << label->text().toStdString();
    }
    const QString take = find<QPushButton>("take_safe")->text();
    EXPECT_EQ(take, rows == 1 ? QString("Take it") : QString("Take all %1").arg(rows));
}

TEST_F(BegunByHand, WithoutAFocusADashSaysSoAndLeadsToPlacingOne) {
    EXPECT_FALSE(find("no_focus")->isVisible()) << "there is one";
    Painting none = painting();
    none.plan.foci.clear();
    session().document.change("Remove a focus", none);
    settle();
    auto* dash = seen<QPushButton>("no_focus");
    EXPECT_TRUE(dash->toolTip().contains("No focus is placed"));
    EXPECT_TRUE(find("balance")->rect().contains(dash->geometry()));
    press("no_focus");
    EXPECT_STREQ(window_->bench().text().id, "values");
    drag_on_canvas({200, 150}, {240, 150});
    settle();
    ASSERT_EQ(painting().plan.foci.size(), 1U);
    window_->show_bench("passes");
    settle();
    EXPECT_FALSE(find("no_focus")->isVisible());
    EXPECT_TRUE(window_->meters().passes.audit()->passes[0].focus.has_value());
}

TEST_F(BegunByHand, TheRouteGoesOnFromWhereTheWorkIs) {
    const RouteStep* in_hand = window_->meters().brief.in_hand();
    ASSERT_TRUE(in_hand);
    EXPECT_EQ(in_hand->name, "Thumbnails");
    const RouteStep* ahead = window_->meters().brief.ahead();
    ASSERT_TRUE(ahead) << "it is sealed, and passes are laid";
    const std::string id = ahead->id;
    auto* step = seen<QPushButton>("step_in_hand");
    ASSERT_TRUE(step->menu());
    find<QAction>("step_ahead")->trigger();
    settle();
    EXPECT_EQ(window_->meters().brief.in_hand()->id, id);
    EXPECT_EQ(window_->meters().brief.ahead(), nullptr);
    EXPECT_EQ(step->menu(), nullptr) << "the button goes on with it";
    trigger("undo");
    settle();
    EXPECT_EQ(window_->meters().brief.in_hand()->name, "Thumbnails");
}

// --- writing over files

class WritingOver : public testing::PassesBenchTest {
protected:
    /// The menu of routes is filled when it opens.
    void route_menu_save() const {
        emit find<QPushButton>("route_choice")->menu()->aboutToShow();
        trigger("route_save");
    }
    void expect_asked_about(const QString& name, const std::filesystem::path& file,
                            const std::function<void()>& save, bool charts = false) {
        testing::write_text(file, "somebody's");
        save();
        ASSERT_TRUE(wait([&] { return !notice().isEmpty(); }));
        EXPECT_TRUE(notice().contains(name)) << notice().toStdString();
        EXPECT_TRUE(notice().contains("there already")) << notice().toStdString();
        EXPECT_EQ(testing::read_text(file), "somebody's");
        answer("Cancel");
        EXPECT_EQ(testing::read_text(file), "somebody's");
        save();
        ASSERT_TRUE(wait([&] { return !notice().isEmpty(); }));
        answer("Replace it");
        ASSERT_TRUE(wait([&] { return testing::read_text(file) != "somebody's"; }));
        ASSERT_TRUE(wait([&] { return !window_->files().busy(); }));
        if (!notice().isEmpty() && !charts) answer("Close");
    }
};

TEST_F(WritingOver, IsAskedAboutWhereverAFileIsWritten) {
    const auto saving = [&](const char* name, const std::function<void()>& act) {
        return [this, name, act] {
            picked_ = folder_ / name;
            act();
        };
    };
    trigger("lay_gradient-map");
    settle();
    expect_asked_about("mine.svg", folder_ / "mine.svg",
                       saving("mine", [&] { trigger("save_gradient"); }));
    expect_asked_about("whole.png", folder_ / "whole.png",
                       saving("whole", [&] { trigger("export"); }));
    expect_asked_about("copy palette.json", folder_ / "copy palette.json",
                       saving("copy.png", [&] { trigger("merged_copy"); }));
    expect_asked_about("cart.ora", folder_ / "cart.ora",
                       saving("cart", [&] { trigger("save_as"); }));
    // A chart, through the menu that stands in its row.
    window_->bench().show_page("balance");
    settle();
    expect_asked_about("balance.svg", folder_ / "balance.svg",
                       saving("balance", [&] { trigger("chart_svg"); }), true);
    EXPECT_TRUE(testing::read_text(folder_ / "balance.svg").starts_with("<?xml"));
    expect_asked_about("balance.png", folder_ / "balance.png",
                       saving("balance", [&] { trigger("chart_png"); }), true);
    EXPECT_TRUE(read_flat_picture(folder_ / "balance.png"));
    window_->show_bench("brief");
    settle();
    expect_asked_about("route.json", folder_ / "route.json",
                       saving("route", [&] { route_menu_save(); }), true);
    expect_asked_about("times.ics", folder_ / "times.ics",
                       saving("times", [&] { click("export_times"); }), true);
}

TEST_F(WritingOver, AMergedCopyOrAPictureIsNotSavedOverThePaintingItself) {
    picked_ = folder_ / "cart.ora";
    trigger("save_as");
    ASSERT_TRUE(wait([&] { return !session().document.unsaved() && !window_->files().busy(); }));
    const std::string before = testing::read_text(folder_ / "cart.ora");
    std::filesystem::create_symlink(folder_ / "cart.ora", folder_ / "link.ora");
    for (const char* name : {"cart.ora", "cart", "link.ora"}) {
        picked_ = folder_ / name;
        trigger("merged_copy");
        ASSERT_TRUE(wait([&] { return !notice().isEmpty(); }));
        if (notice().contains("there already")) answer("Replace it");
        EXPECT_TRUE(notice().contains("is the painting itself")) << notice().toStdString();
        answer("Cancel");
        EXPECT_EQ(testing::read_text(folder_ / "cart.ora"), before);
        EXPECT_FALSE(window_->files().busy());
    }
    QTest::qWait(1500);
    EXPECT_EQ(notice(), QString()) << "nobody is told of another program";
}

// --- on a busy machine

TEST_F(BegunByHand, ReadingAColouredPictureEndsByItself) {
    ASSERT_TRUE(save_png(folder_ / "red.png", testing::half_red({300, 200})));
    std::atomic<bool> busy = true;
    std::vector<std::thread> others;
    for (int i = 0; i < 4; ++i)
        others.emplace_back([&] {
            while (busy) {
            }
        });
    for (int time = 0; time < 6; ++time) {
        picked_ = folder_ / "red.png";
        trigger("bring_in");
        EXPECT_TRUE(wait([&] { return find("bring_in_sheet")->isVisible(); }));
        auto* grey = find<QPushButton>("read_to_grey");
        EXPECT_TRUE(wait([&] { return grey->isEnabled(); }, 60'000)) << time;
        EXPECT_FALSE(grey->text().contains("Reading"));
        click("turn_left");
        EXPECT_TRUE(wait([&] { return grey->isEnabled(); }, 60'000)) << time;
        click("not_in");
    }
    busy = false;
    for (std::thread& other : others) other.join();
}

}  // namespace
}  // namespace underpaint
