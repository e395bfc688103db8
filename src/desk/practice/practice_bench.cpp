// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/practice_bench.h"

#include <QButtonGroup>
#include <QRandomGenerator>
#include <QScrollArea>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/practice/drill_view.h"
#include "desk/practice/drills_table.h"
#include "desk/practice/error_chart.h"
#include "desk/practice/studies_panel.h"

namespace underpaint {

PracticeBench::PracticeBench(const Desk& desk, int key)
    : Bench(kText, key),
      desk_(desk),
      session_(new PracticeSession(
          Logbook::usual_file(), QRandomGenerator::global()->generate64(),
          [&choices = desk.session.choices] { return choices.surround(); }, this)) {
    board_ = make_board();
    sheet_ = make_sheet();
    connect(session_, &PracticeSession::changed, this, [this] {
        for (QAbstractButton* button : kinds_->buttons())
            button->setChecked(kinds_->id(button) == static_cast<int>(session_->kind()));
        emit ladder_changed();
    });
    connect(drill_, &DrillView::step_changed, this, &Bench::ladder_changed);
}

QWidget* PracticeBench::make_board() {
    auto* board = new QWidget;
    board->setObjectName(QStringLiteral("practice_board"));
    auto* row = new QWidget;
    auto* tabs = new QHBoxLayout(row);
    tabs->setContentsMargins(scaled(6), scaled(4), scaled(6), scaled(4));
    tabs->setSpacing(0);
    kinds_ = new QButtonGroup(this);
    for (const DrillText& drill : kDrills) {
        auto* button = switch_button(("drill_" + std::string(drill.id)).c_str(),
                                     from_view(drill.tab), from_view(drill.question));
        button->setChecked(drill.kind == session_->kind());
        kinds_->addButton(button, static_cast<int>(drill.kind));
        tabs->addWidget(button);
    }
    tabs->addStretch(1);
    connect(kinds_, &QButtonGroup::idClicked, this, [this](int kind) {
        session_->choose(static_cast<DrillKind>(kind));
        drill_->take_focus();
    });
    // In a narrow window the row is moved along.
    auto* strip = scrolled(row);
    strip->setFixedHeight(scaled(36));
    strip->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    drill_ = new DrillView(*session_);
    auto* column = new QVBoxLayout(board);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(strip);
    column->addWidget(drill_, 1);
    column->addWidget(new ErrorChart(*session_));
    return board;
}

QWidget* PracticeBench::make_sheet() {
    auto* inner = new QWidget;
    auto* column = new QVBoxLayout(inner);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    auto* table = new DrillsTable(*session_);
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
    return scroll;
}

LadderFace PracticeBench::ladder() const {
    LadderFace face;
    face.about = tr("The scale of values from 9, white, to 1, black");
    const DrillKind kind = session_->kind();
    if (text_of(kind).answer == AnswerKind::step) {
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

void PracticeBench::enter() {
    session_->begin();
    drill_->take_focus();
}

bool PracticeBench::finished() const {
    return session_->finished() && studies_->finished();
}

bool PracticeBench::show_page(const QString& id) {
    const auto kind = drill_from_id(id.toStdString());
    if (!kind) return false;
    session_->choose(*kind);
    return true;
}

}  // namespace underpaint
