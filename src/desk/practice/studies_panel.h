// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <array>

#include "desk/practice/practice_session.h"
#include "desk/practice/study_board.h"
#include "practice/goals.h"

class QProgressBar;
class QPushButton;

namespace underpaint {

/// Studies of each kind against their goals, and what the last one came to. What a study took goes
/// into the records that the Brief estimates from.
class StudiesPanel : public QWidget {
    Q_OBJECT
public:
    StudiesPanel(const Desk& desk, PracticeSession& session, QWidget* parent = nullptr);
    void take(const MeasuredStudy& study);

signals:
    void wants_study(underpaint::StudyKind kind);
    /// The last one is to be seen large.
    void wants_last(const underpaint::MeasuredStudy& study);

private:
    void fill_goals(QMenu& menu, StudyKind kind);
    void set_goal(const StudyGoal& goal);
    void refresh();
    QString pace_in_words() const;

    Desk desk_;
    PracticeSession& session_;
    struct Row {
        QProgressBar* bar;
        QPushButton* goal;
        QLabel *minutes, *figure;
    };
    std::array<Row, kStudyKinds.size()> rows_{};
    std::array<StudyGoal, kStudyKinds.size()> goals_{};
    std::array<GoalStanding, kStudyKinds.size()> standings_{};
    std::optional<MeasuredStudy> last_;
    QWidget* shown_;
    QLabel *pace_, *title_, *words_;
    std::array<QLabel*, 3> pictures_{}, names_{};
};

}  // namespace underpaint
