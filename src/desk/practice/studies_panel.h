// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <array>

#include "desk/panes/bench.h"
#include "desk/practice/practice_session.h"

class QLabel;
class QMenu;
class QProgressBar;
class QPushButton;

namespace underpaint {

/// Studies against their goals, one that is brought in, and what the last one came to.
class StudiesPanel : public QWidget {
    Q_OBJECT
public:
    StudiesPanel(const Desk& desk, PracticeSession& session, QWidget* parent = nullptr);
    bool finished() const { return !measuring_.running(); }

private:
    void fill_kinds(QMenu& menu);
    void fill_goals(QMenu& menu, StudyKind kind);
    void bring_in(StudyKind kind);
    void measure(StudyKind kind, const std::filesystem::path& study,
                 const std::filesystem::path& reference);
    void take(const StudyFigures& figures, const QString& name);
    void refresh();

    Desk desk_;
    PracticeSession& session_;
    LatestJob measuring_;
    struct Row {
        QProgressBar* bar;
        QPushButton* goal;
        QLabel* figure;
    };
    std::array<Row, kStudyKinds.size()> rows_{};
    QWidget* shown_;
    QLabel *title_, *words_;
    std::array<QLabel*, 3> pictures_{};
};

}  // namespace underpaint
