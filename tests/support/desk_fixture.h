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
#include "support/hang.h"
#include "support/pictures.h"
#include "support/temporary_folder.h"

namespace underpaint::testing {

/// The real window, driven as a person would: widgets are found by name, actions triggered, keys
/// and buttons pressed. File names come from the test instead of a dialog, and the day is fixed.
class DeskTest : public ::testing::Test {
protected:
    DeskTest();
    ~DeskTest() override;

    /// A window as the program has it when it starts.
    void start();

    template <class Ready>
    static bool wait(Ready ready, int milliseconds = kHang) {
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
    void choose(const char* button, const QString& label) const;
    void trigger(const char* action) const { find<QAction>(action)->trigger(); }
    QString notice() const;
    /// Clicks an answer to what is said or asked.
    void answer(const QString& label) const;

    /// A grey ramp of 400 x 300 as a file, brought in through the menu.
    void bring_in_ramp();
    /// A painting begun without a file, for tests of what comes after.
    void begin(Painting painting);
    void settle() const;
    /// As settle(), and every mend has been tried.
    void settle_mends() const;
    /// Takes the first mend whose label begins so, once it is there: beside its finding or in the
    /// menu behind it.
    void take_mend(const QString& label) const;
    /// A point of the canvas over a pixel of the picture.
    QPoint at(double x, double y) const;
    QColor shown(double x, double y) const;

    Session& session() const { return window_->session(); }
    const Painting& painting() const { return session().document.painting(); }

    TemporaryFolder folder_;
    std::unique_ptr<MainWindow> window_;
    std::filesystem::path picked_, folder_asked_, proposed_;
    int asked_ = 0;
    Moment now_{std::chrono::sys_days(std::chrono::year(2026) / 11 / 24) + std::chrono::hours(12)};
};

/// A painting of two parts with a pass that holds and one that does not.
Painting slipping_painting();

/// One that takes a while to save.
Painting with_pass_over_noise(Size size);

}  // namespace underpaint::testing
