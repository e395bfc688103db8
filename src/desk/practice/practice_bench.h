// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/panes/bench.h"

class QButtonGroup;
class QStackedWidget;

namespace underpaint {

class DrillView;
class PracticeChartView;
class PracticeFoot;
class PracticeSession;
class ScreenView;
class StudiesPanel;
class StudyBoard;

/// The bench of practice: drills whose answers the program knows, and studies. It needs no
/// painting.
class PracticeBench : public Bench {
    Q_OBJECT
public:
    static constexpr KeyText kKeys[] = {{"0–9  Enter", "type a step or an amount, and answer"},
                                        {"← →", "the left side, the right side"},
                                        {"↑ ↓", "move the mark, on the ladder; Enter answers"}};
    static constexpr BenchText kText{"practice", "Practice",
                                     "Drills for values, warmth and edges; studies; a logbook",
                                     "Practice", kKeys};

    PracticeBench(const Desk& desk, int key);

    bool works_alone() const override { return true; }
    QWidget& sheet() override { return *sheet_; }
    QWidget* middle() override;
    LadderFace ladder() const override;
    void act_on_ladder(HandleAct act, std::size_t, double step) override;
    FindingsMeter& findings() const override;
    void enter() override;
    void leave() override;
    bool finished() const override;
    bool show_page(const QString& id) override;
    bool look(Looking) override { return true; }

private:
    QWidget* make_drills();
    void go_on();
    QWidget* make_sheet();

    Desk desk_;
    PracticeSession* session_;
    DrillView* drill_;
    PracticeChartView* chart_;
    StudyBoard* study_;
    ScreenView* screen_;
    StudiesPanel* studies_;
    PracticeFoot* foot_;
    QButtonGroup* kinds_;
    QStackedWidget* board_;
    QWidget* sheet_;
};

}  // namespace underpaint
