// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <gtest/gtest.h>

#include <QAction>
#include <QApplication>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QSettings>
#include <QTest>

#include "desk/kit/notice_bar.h"
#include "desk/view/canvas.h"
#include "desk/window/main_window.h"
#include "files/flat_picture.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"

namespace underpaint::testing {

/// The real window, driven as a person would: widgets are found by name, actions triggered, keys
/// and buttons pressed. File names come from the test instead of a dialog, and the day is fixed.
class DeskTest : public ::testing::Test {
protected:
    DeskTest() {
        QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope,
                           QString::fromStdString(folder_.path().string()));
        QSettings().clear();
        // What is a painter's own is kept apart, and the clock stands unless a test moves it.
        qputenv("XDG_CONFIG_HOME", (folder_ / "config").c_str());
        qputenv("XDG_DATA_HOME", (folder_ / "data").c_str());
        window_ = std::make_unique<MainWindow>([] { return std::string("2026-11-24"); },
                                               [this] { return now_; });
        window_->files().set_picker(
            {[this](const QString&, const QString&, const std::filesystem::path& folder) {
                 ++asked_;
                 folder_asked_ = folder;
                 return std::exchange(picked_, {});
             },
             [this](const QString&, const QString&, const std::filesystem::path& proposed) {
                 ++asked_;
                 proposed_ = proposed;
                 return std::exchange(picked_, {});
             }});
        window_->resize(1280, 800);
        window_->show();
        EXPECT_TRUE(QTest::qWaitForWindowExposed(window_.get()));
        window_->activateWindow();
        EXPECT_TRUE(wait([&] { return window_->isActiveWindow(); }));
    }

    template <class Ready>
    static bool wait(Ready ready, int milliseconds = 20000) {
        return QTest::qWaitFor(ready, milliseconds);
    }

    template <class Widget = QWidget>
    Widget* find(const char* name) const {
        auto* widget = window_->findChild<Widget*>(QString::fromLatin1(name));
        EXPECT_NE(widget, nullptr) << name;
        return widget;
    }
    void click(const char* name) const { QTest::mouseClick(find(name), Qt::LeftButton); }
    /// An entry of the menu that hangs on a button.
    void choose(const char* button, const QString& label) const {
        QMenu* menu = find<QPushButton>(button)->menu();
        ASSERT_NE(menu, nullptr);
        emit menu->aboutToShow();
        for (QAction* action : menu->actions())
            if (action->text() == label) return action->trigger();
        FAIL() << "no entry " << label.toStdString() << " in " << button;
    }
    void trigger(const char* action) const { find<QAction>(action)->trigger(); }
    QString notice() const {
        const auto* bar = find<NoticeBar>("notice");
        return bar->isVisible() ? bar->text() : QString();
    }

    /// A grey ramp of 400 x 300 as a file, brought in through the menu.
    void bring_in_ramp() {
        ASSERT_TRUE(save_png(folder_ / "ramp.png", ramp({400, 300})));
        picked_ = folder_ / "ramp.png";
        trigger("bring_in");
        ASSERT_TRUE(
            wait([&] { return session().document.has_painting() && !window_->files().busy(); }));
        settle();
    }
    /// A painting begun without a file, for tests of what comes after.
    void begin(Painting painting) {
        session().document.begin(std::move(painting), {}, true);
        settle();
    }
    void settle() const {
        ASSERT_TRUE(wait([&] { return window_->settled(); }));
        QCoreApplication::processEvents();
    }
    /// As settle(), and every mend has been tried.
    void settle_mends() const {
        settle();
        ASSERT_TRUE(wait([&] { return window_->meters().passes.finished(); }));
        QCoreApplication::processEvents();
    }
    /// Takes the first mend whose label begins so, once it is there: beside its finding or in the
    /// menu behind it.
    void take_mend(const QString& label) const {
        settle_mends();
        const auto* findings = find<QWidget>("findings");
        for (auto* button : findings->findChildren<QPushButton*>())
            if (button->text().startsWith(label)) {
                QTest::mouseClick(button, Qt::LeftButton);
                return;
            }
        for (auto* action : findings->findChildren<QAction*>())
            if (action->text().startsWith(label)) return action->trigger();
        ADD_FAILURE() << "no mend " << label.toStdString();
    }
    /// A point of the canvas over a pixel of the picture.
    QPoint at(double x, double y) const {
        return window_->canvas().transform().to_canvas(QPointF(x, y)).toPoint();
    }
    QColor shown(double x, double y) const {
        return window_->canvas().grab().toImage().pixelColor(at(x, y));
    }

    Session& session() const { return window_->session(); }
    const Painting& painting() const { return session().document.painting(); }

    TemporaryFolder folder_;
    std::unique_ptr<MainWindow> window_;
    std::filesystem::path picked_, folder_asked_, proposed_;
    int asked_ = 0;
    Moment now_{std::chrono::sys_days(std::chrono::year(2026) / 11 / 24) + std::chrono::hours(12)};
};

/// A painting of two parts with a pass that holds and one that does not.
inline Painting slipping_painting() {
    Painting painting = with_columns(
        with_columns(sealed(ramp({400, 300}, Depth::bits8)), "Left", 0, 200), "Right", 200, 400);
    painting = with_foci(painting, {{"Lamp", {200, 150}, 40}});
    Pass blue = tint({0.3F, 0.4F, 0.7F}, BlendMode::true_colour);
    blue.name = "Blue";
    Pass wash = tint({0.8F, 0.5F, 0.2F}, BlendMode::normal, 0.4F);
    wash.name = "Wash";
    return with_pass(with_pass(painting, blue), wash);
}

/// One that takes a while to save.
inline Painting with_pass_over_noise(Size size) {
    return with_pass(sealed(noise(size, Channels::grey, Depth::bits8)),
                     tint({0.3F, 0.4F, 0.7F}, BlendMode::true_colour));
}

}  // namespace underpaint::testing
