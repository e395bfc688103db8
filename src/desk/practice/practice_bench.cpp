// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/practice_bench.h"

#include <QButtonGroup>
#include <QRandomGenerator>
#include <QScrollArea>
#include <QStackedWidget>

#include "desk/kit/folding_row.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/practice/drill_view.h"
#include "desk/practice/drills_table.h"
#include "desk/practice/practice_chart_view.h"
#include "desk/practice/practice_foot.h"
#include "desk/practice/screen_view.h"
#include "desk/practice/studies_panel.h"

namespace underpaint {

PracticeBench::PracticeBench(const Desk& desk, int key)
    : Bench(kText, key),
      desk_(desk),
      session_(new PracticeSession(
          Logbook::usual_file(), QRandomGenerator::global()->generate64(),
          [&choices = desk.session.choices] { return choices.surround(); }, this)) {
    board_ = new QStackedWidget;
    board_->setObjectName(QStringLiteral("practice_board"));
    board_->addWidget(make_drills());
    board_->addWidget(study_ = new StudyBoard(desk_));
    board_->addWidget(screen_ = new ScreenView(desk_.session));
    sheet_ = make_sheet();
    connect(session_, &PracticeSession::changed, this, [this] {
        for (QAbstractButton* button : kinds_->buttons())
            button->setChecked(kinds_->id(button) == static_cast<int>(session_->kind()));
        emit ladder_changed();
    });
    connect(drill_, &DrillView::step_changed, this, &Bench::ladder_changed);
    connect(board_, &QStackedWidget::currentChanged, this, &Bench::ladder_changed);
    connect(studies_, &StudiesPanel::wants_study, this, [this](StudyKind kind) {
        study_->begin(kind);
        board_->setCurrentWidget(study_);
    });
    connect(studies_, &StudiesPanel::wants_last, this, [this](const MeasuredStudy& study) {
        study_->show_measured(&study);
        board_->setCurrentWidget(study_);
    });
    connect(study_, &StudyBoard::measured, studies_, &StudiesPanel::take);
    connect(study_, &StudyBoard::left, this, &PracticeBench::go_on);
    connect(screen_, &ScreenView::left, this, &PracticeBench::go_on);
    connect(foot_, &PracticeFoot::goes_on, this, &PracticeBench::go_on);
    connect(foot_, &PracticeFoot::wants_check, this, [this] {
        board_->setCurrentWidget(screen_);
        screen_->begin();
    });
}

QWidget* PracticeBench::middle() {
    return board_;
}

/// To the question, from wherever one is.
void PracticeBench::go_on() {
    board_->setCurrentIndex(0);
    drill_->take_focus();
}

QWidget* PracticeBench::make_drills() {
    auto* page = new QWidget;
    auto* tabs = new FoldingRow("more_drills", tr("The drills that have no room here"));
    tabs->layout()->setContentsMargins(scaled(6), scaled(4), scaled(6), scaled(4));
    tabs->layout()->setSpacing(0);
    kinds_ = new QButtonGroup(this);
    for (const DrillText& drill : kDrills) {
        auto* button = switch_button(("drill_" + std::string(drill.id)).c_str(),
                                     from_view(drill.tab), from_view(drill.question));
        button->setChecked(drill.kind == session_->kind());
        kinds_->addButton(button, static_cast<int>(drill.kind));
        tabs->add(button);
    }
    connect(kinds_, &QButtonGroup::idClicked, this, [this](int kind) {
        session_->choose(static_cast<DrillKind>(kind));
        drill_->take_focus();
    });
    drill_ = new DrillView(*session_, desk_.session);
    chart_ = new PracticeChartView(*session_, desk_.ask);
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(tabs);
    column->addWidget(drill_, 1);
    column->addWidget(chart_);
    return page;
}

QWidget* PracticeBench::make_sheet() {
    auto* inner = new QWidget;
    auto* column = new QVBoxLayout(inner);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    auto* table = new DrillsTable(*session_);
    connect(table, &QTableWidget::cellClicked, this, &PracticeBench::go_on);
    auto* drills = new QVBoxLayout;
    drills->setContentsMargins(scaled(10), 0, scaled(10), 0);
    drills->addWidget(table);
    column->addLayout(drills);
    column->addWidget(rule_line());
    studies_ = new StudiesPanel(desk_, *session_);
    column->addWidget(studies_);
    column->addStretch(1);
    auto* scroll = scrolled(inner);
    inner->setAutoFillBackground(false);
    foot_ = new PracticeFoot(desk_, *session_);
    auto* sheet = new QWidget;
    auto* whole = new QVBoxLayout(sheet);
    whole->setContentsMargins(0, 0, 0, 0);
    whole->setSpacing(0);
    whole->addWidget(scroll, 1);
    whole->addWidget(rule_line());
    whole->addWidget(foot_);
    return sheet;
}

LadderFace PracticeBench::ladder() const {
    LadderFace face;
    face.about = tr("The scale of values from 9, white, to 1, black");
    const DrillKind kind = session_->kind();
    const bool drills = board_->currentIndex() == 0;
    if (drills && text_of(kind).answer == AnswerKind::step) {
        face.about += tr(". Press a step to answer");
        face.handles = {{drill_->step(), {}, true, tr("Your answer")}};
        face.asks = true;
    }
    const DrillStanding& standing = session_->standing(kind);
    if (standing.count == 0) return face;
    const DrillText& drill = text_of(kind);
    if (drill.unit.empty())
        face.figures = {
            {tr("Over your last forty"), tr("%1%").arg(qRound(100 * standing.recent.right))}};
    else
        face.figures = {
            {tr("Over your last forty"), QString::number(standing.recent.error, 'f', 2)}};
    if (standing.threshold)
        face.figures.push_back(
            {tr("You tell apart"), QString::number(standing.threshold->level, 'f', 2)});
    return face;
}

/// Where the mark is let go is the answer.
void PracticeBench::act_on_ladder(HandleAct act, std::size_t, double step) {
    if (act == HandleAct::move) drill_->set_step(step);
    if (act == HandleAct::release) drill_->commit();
}

FindingsMeter& PracticeBench::findings() const {
    return desk_.meters.passes;
}

void PracticeBench::leave() {
    drill_->watch(false);
}

void PracticeBench::enter() {
    session_->begin();
    drill_->watch(true);
    if (board_->currentIndex() == 0)
        drill_->take_focus();
    else
        board_->currentWidget()->setFocus();
}

bool PracticeBench::finished() const {
    return session_->finished() && drill_->finished() && study_->finished() && foot_->finished();
}

bool PracticeBench::show_page(const QString& id) {
    if (id == QLatin1String("study") || id == QLatin1String("screen")) {
        if (id == QLatin1String("screen")) screen_->begin();
        board_->setCurrentWidget(id == QLatin1String("study") ? static_cast<QWidget*>(study_)
                                                              : screen_);
        return true;
    }
    const auto kind = drill_from_id(id.toStdString());
    if (!kind) return false;
    board_->setCurrentIndex(0);
    session_->choose(*kind);
    return true;
}

}  // namespace underpaint
