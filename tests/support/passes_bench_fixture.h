// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QListView>

#include "desk/passes/passes_sheet.h"
#include "support/desk_fixture.h"

namespace underpaint::testing {

/// The Passes bench with two passes laid.
class PassesBenchTest : public DeskTest {
protected:
    void SetUp() override {
        begin(slipping_painting());
        window_->show_bench("passes");
        settle();
    }
    const Pass& chosen() const { return painting().passes[*session().outlook.chosen_pass()]; }
    template <class Kind>
    const Kind& source() const {
        return std::get<Kind>(chosen().source);
    }
    /// The one of that name that is in sight.
    template <class Widget = QWidget>
    Widget* seen(const char* name) const {
        QCoreApplication::processEvents();
        for (auto* widget : window_->findChildren<Widget*>(QString::fromLatin1(name)))
            if (widget->isVisible()) return widget;
        ADD_FAILURE() << "nothing in sight is called " << name;
        return nullptr;
    }
    void press(const char* name) const { QTest::mouseClick(seen(name), Qt::LeftButton); }
    void drag(QWidget* widget, QPoint from, QPoint to) const {
        QTest::mousePress(widget, Qt::LeftButton, {}, from);
        QTest::mouseMove(widget, (from + to) / 2);
        QTest::mouseMove(widget, to);
        QTest::mouseRelease(widget, Qt::LeftButton, {}, to);
        QCoreApplication::processEvents();
    }
    void drag_on_canvas(QPointF from, QPointF to) const {
        drag(&window_->canvas(), at(from.x(), from.y()), at(to.x(), to.y()));
    }
    /// Types into a field.
    void type(const char* field, const QString& text) const {
        auto* edit = seen<QLineEdit>(field);
        edit->selectAll();
        QTest::keyClicks(edit, text);
        QTest::keyClick(edit, Qt::Key_Return);
    }
    void undo_all() const {
        while (session().document.history().can_undo()) trigger("undo");
    }
    std::vector<std::string> names() const {
        std::vector<std::string> all;
        for (const Pass& pass : painting().passes) all.push_back(pass.name);
        return all;
    }
};

}  // namespace underpaint::testing
