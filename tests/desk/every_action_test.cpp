// SPDX-License-Identifier: GPL-3.0-or-later
// Everything that can be pressed is pressed: on every page of every bench, with each of the demo
// paintings and with none. Nothing may end the program, and what it leaves can be saved and opened.
#include <QAbstractButton>
#include <QDragEnterEvent>
#include <QMimeData>
#include <QPointer>
#include <QTimer>
#include <random>
#include <set>

#include "files/openraster.h"
#include "painting/group_changes.h"
#include "support/desk_fixture.h"
#include "support/desk_places.h"

namespace underpaint {
namespace {

class EveryAction : public testing::DeskTest {
protected:
    /// A button that opens its menu waits until that is closed.
    void SetUp() override {
        QObject::connect(&closing_, &QTimer::timeout, [] {
            if (QWidget* popup = QApplication::activePopupWidget()) popup->close();
        });
        closing_.start(5);
    }
    /// What could be pressed now: buttons without a menu, and entries of menus.
    std::vector<QPointer<QObject>> in_reach() const {
        std::vector<QPointer<QObject>> found;
        for (auto* button : window_->findChildren<QAbstractButton*>()) {
            const auto* push = qobject_cast<QPushButton*>(button);
            const bool has_menu = push != nullptr && push->menu() != nullptr;
            if (button->isVisible() && button->isEnabled() && !has_menu) found.push_back(button);
            if (has_menu && button->isVisible()) emit push->menu()->aboutToShow();
        }
        for (auto* action : window_->findChildren<QAction*>())
            // The demo that is shown to somebody new is large, and would be opened each time.
            if (action->isEnabled() && action->menu() == nullptr && !action->isSeparator() &&
                is_on_screen(*action) && action->objectName() != QLatin1String("quit") &&
                action->objectName() != QLatin1String("show_me"))
                found.push_back(action);
        return found;
    }
    /// False for an entry whose menu belongs to a page or a bench that is not shown.
    static bool is_on_screen(const QAction& action) {
        const QObject* owner = action.parent();
        while (qobject_cast<const QMenu*>(owner) != nullptr) owner = owner->parent();
        const auto* widget = qobject_cast<const QWidget*>(owner);
        return widget == nullptr || widget->isVisible() || !action.shortcut().isEmpty();
    }
    /// Where a thing is in the window and what it says: menus are made anew, this stays.
    static QString place_of(const QObject& thing) {
        QString place = thing.property("text").toString();
        for (const QObject* at = &thing; at != nullptr; at = at->parent())
            place += QString(" < %1 %2").arg(at->metaObject()->className(), at->objectName());
        return place;
    }
    void press(QObject* thing) {
        if (auto* button = qobject_cast<QAbstractButton*>(thing)) {
            button->click();
        } else if (auto* action = qobject_cast<QAction*>(thing)) {
            action->trigger();
        }
        QCoreApplication::processEvents();
        while (QWidget* popup = QApplication::activePopupWidget()) popup->close();
        if (QWidget* focus = QApplication::focusWidget()) QTest::keyClick(focus, Qt::Key_Escape);
        if (!notice().isEmpty()) QTest::keyClick(find<NoticeBar>("notice"), Qt::Key_Escape);
        QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
        ++pressed_;
    }
    /// Groups and passes as they have to be.
    static void expect_whole(const Painting& painting) {
        EXPECT_TRUE(with_settled_groups(painting) == painting);
        for (const Group& group : painting.groups)
            EXPECT_FALSE(places_of(painting, group.id).empty());
    }
    int pressed_ = 0;
    QTimer closing_;
};

class EveryActionOf : public EveryAction,
                      public ::testing::WithParamInterface<std::pair<const char*, const char*>> {};

TEST_P(EveryActionOf, ADemoPaintingEndsNothing) {
    const auto& [route, file] = GetParam();
    const std::string make = std::string(UNDERPAINT_COMMAND) + " demo --size 200x150" + route +
                             " " + folder_.path().string() + " > /dev/null";
    ASSERT_EQ(std::system(make.c_str()), 0);
    const auto opened = open_painting(folder_ / file, "2026-11-24");
    ASSERT_TRUE(opened);
    // What all pages of a bench have is pressed on the first of them; what all benches have, with
    // the first painting on each bench, with the others on one.
    std::set<QString> known, here;
    for (const testing::DeskPlace& place : testing::kDeskPlaces) {
        if (route[0] == '\0') known.clear();
        here.clear();
        for (const char* page : place.pages) {
            begin(opened->painting);
            window_->show_bench(place.bench);
            window_->bench().show_page(page);
            settle();
            auto reach = in_reach();
            EXPECT_GT(reach.size(), 40U) << place.bench;
            for (std::size_t at = 0; at < reach.size(); ++at) {
                const QString what = reach[at] ? place_of(*reach[at]) : QString();
                if (what.isEmpty() || known.contains(what)) continue;
                here.insert(what);
                SCOPED_TRACE(std::string(place.bench) + " " + page + ": " + what.toStdString());
                press(reach[at]);
                ASSERT_TRUE(session().document.has_painting());
                expect_whole(painting());
                // As it was, and where it was; figures are still being made.
                if (session().document.painting() != opened->painting)
                    session().document.begin(opened->painting, {}, true);
                window_->show_bench(place.bench);
                window_->bench().show_page(page);
                QCoreApplication::processEvents();
                reach = in_reach();
            }
            settle();
            known.merge(here);
        }
    }
    RecordProperty("pressed", pressed_);
    EXPECT_GT(pressed_, route[0] == '\0' ? 900 : 700);
    ASSERT_TRUE(save_painting(folder_ / "after.ora", painting()));
}

INSTANTIATE_TEST_SUITE_P(Demos, EveryActionOf,
                         ::testing::Values(std::pair("", "salt-cart.ora"),
                                           std::pair(" --route grey", "salt-cart-grey.ora"),
                                           std::pair(" --route flats", "salt-cart-flats.ora")),
                         [](const auto& tested) {
                             std::string name = tested.param.second;
                             std::erase_if(name, [](char c) { return !std::isalnum(c); });
                             return name;
                         });

TEST_F(EveryAction, IsSafeWithoutAPainting) {
    const auto keys = [&] {
        for (int key = Qt::Key_Space; key <= Qt::Key_Z; ++key)
            for (const auto with : {Qt::NoModifier, Qt::ControlModifier, Qt::AltModifier}) {
                if (key == Qt::Key_Q && with == Qt::ControlModifier) continue;  // it quits
                QWidget* to = QApplication::focusWidget();
                QTest::keyClick(to != nullptr ? to : window_.get(), Qt::Key(key), with);
                QTest::keyClick(&window_->canvas(), Qt::Key(key), with);
            }
        for (const int key : {Qt::Key_Escape, Qt::Key_Tab, Qt::Key_Delete, Qt::Key_Return,
                              Qt::Key_Up, Qt::Key_Down, Qt::Key_Left, Qt::Key_Right})
            QTest::keyClick(&window_->canvas(), Qt::Key(key));
        while (QWidget* popup = QApplication::activePopupWidget()) popup->close();
    };
    for (const auto& [key, bench] : {std::pair(Qt::Key_1, "brief"),
                                     {Qt::Key_2, "values"},
                                     {Qt::Key_3, "passes"},
                                     {Qt::Key_4, "palette"},
                                     {Qt::Key_5, "versions"},
                                     {Qt::Key_6, "report"},
                                     {Qt::Key_7, "practice"}}) {
        QTest::keyClick(window_.get(), key);
        EXPECT_STREQ(window_->bench().text().id, bench);
        window_->grab();
    }
    for (const testing::DeskPlace& place : testing::kDeskPlaces) {
        std::set<QString> known;
        for (const char* page : place.pages) {
            window_->show_bench(place.bench);
            window_->bench().show_page(page);
            window_->grab();
            for (const auto& thing : in_reach()) {
                if (!thing || session().document.has_painting()) continue;
                if (!known.insert(place_of(*thing)).second) continue;
                if (thing->objectName().contains("demo") || thing->objectName().contains("brief"))
                    continue;  // these begin one
                SCOPED_TRACE(thing->objectName().toStdString());
                press(thing);
            }
            ASSERT_FALSE(session().document.has_painting()) << place.bench << ' ' << page;
            window_->show_bench(place.bench);
            if (page == place.pages.front()) keys();
            for (auto* widget : window_->findChildren<QWidget*>()) {
                QMimeData nothing;
                QDropEvent drop({5, 5}, Qt::CopyAction, &nothing, Qt::LeftButton, Qt::NoModifier);
                QApplication::sendEvent(widget, &drop);
            }
            window_->grab();
        }
    }
    EXPECT_GT(pressed_, 50);
}

}  // namespace
}  // namespace underpaint
