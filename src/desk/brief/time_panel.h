// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "brief/schedule.h"
#include "desk/panes/bench.h"

class QLabel;
class QPushButton;

namespace underpaint {

class CalendarView;

/// When the picture will be ready: the steps on a calendar, and the days that there are for them.
class TimePanel : public QWidget {
    Q_OBJECT
public:
    explicit TimePanel(const Desk& desk, QWidget* parent = nullptr);

protected:
    void showEvent(QShowEvent*) override { refresh(); }

private:
    void refresh();
    Schedule schedule() const;
    QString summary(const Schedule& schedule) const;
    void export_times();
    Date today() const;

    Desk desk_;
    Session& session_;
    const BriefMeter& meter_;
    QLabel *summary_, *hint_;
    CalendarView* calendar_;
    QPushButton* export_;
    bool cautions_ = false;  // about solvents, in this sitting
};

}  // namespace underpaint
