// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/panes/bench.h"
#include "desk/practice/practice_session.h"
#include "desk/work/latest_job.h"

class QLabel;
class QPushButton;

namespace underpaint {

/// Below the tables: what is known of this screen, how long was practised and when a rest is due,
/// what can be done with the logbook, and going on.
class PracticeFoot : public QWidget {
    Q_OBJECT
public:
    PracticeFoot(const Desk& desk, PracticeSession& session, QWidget* parent = nullptr);
    bool finished() const { return !importing_.running(); }

signals:
    void wants_check();
    void goes_on();

private:
    void fill_logbook(QMenu& menu);
    void export_book();
    void import_book();
    void carry_out(const std::function<Done(Logbook&)>& act, const QString& said);
    void say(const QString& words);
    QString times() const;
    void refresh();

    Desk desk_;
    PracticeSession& session_;
    QLabel *screen_, *time_;
    QPushButton *check_, *book_, *go_on_;
    QString said_;  // of the logbook, until something else is done
    LatestJob importing_;
};

}  // namespace underpaint
