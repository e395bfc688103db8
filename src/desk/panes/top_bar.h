// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <map>
#include <vector>

#include "desk/panes/bench.h"
#include "desk/work/time_keeper.h"

class QHBoxLayout;
class QLabel;
class QMenu;
class QPushButton;

namespace underpaint {

/// The painting's name with the file menu, the benches in working order, the step in
/// hand, the reader, the surround.
class TopBar : public QWidget {
    Q_OBJECT
public:
    TopBar(Session& session, const BriefMeter& brief, const TimeKeeper& time, QMenu* file_menu,
           QWidget* parent = nullptr);
    /// In working order; called once.
    void add_benches(const std::vector<Bench*>& benches);
    void set_bench(const Bench& bench);

signals:
    void bench_wanted(const QString& id);
    /// Asks to go on with the step in hand.
    void go_on_wanted();
    /// Asks for another step of the route, which is then in hand.
    void step_wanted(const QString& id);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    void refresh();
    bool narrow() const;
    void refresh_step();
    QPushButton* menu_button(const char* name, const QString& about, QMenu* menu);
    QMenu* reader_menu();
    QMenu* scale_menu();
    QMenu* surround_menu();

    Session& session_;
    const BriefMeter& brief_;
    const TimeKeeper& time_;
    QMenu* steps_;  // when the work has gone beyond the step in hand
    QPushButton *title_, *step_, *reader_, *scale_, *surround_;
    QLabel* rest_;
    QHBoxLayout* tab_row_;
    std::map<const Bench*, QPushButton*> tabs_;
};

}  // namespace underpaint
