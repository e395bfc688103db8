// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <vector>

#include "desk/bench.h"
#include "desk/session.h"

class QMenu;
class QPushButton;

namespace underpaint {

/// The painting's name with the file menu, the benches in working order, the reader, the surround.
class TopBar : public QWidget {
    Q_OBJECT
public:
    TopBar(Session& session, QMenu* file_menu, QWidget* parent = nullptr);
    void set_bench(Bench bench);

signals:
    void bench_wanted(Bench bench);

private:
    void refresh();
    QPushButton* menu_button(const char* name, const QString& about, QMenu* menu);
    QMenu* reader_menu();
    QMenu* scale_menu();
    QMenu* surround_menu();

    Session& session_;
    QPushButton *title_, *reader_, *scale_, *surround_;
    std::vector<QPushButton*> tabs_;
};

}  // namespace underpaint
