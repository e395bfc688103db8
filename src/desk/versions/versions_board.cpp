// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/versions_board.h"

#include <QButtonGroup>
#include <QPushButton>
#include <QScrollArea>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "desk/kit/folding_row.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"

namespace underpaint {
namespace {

/// What versions are compared by.
constexpr std::array kShownLenses{Lens::colour, Lens::grey,   Lens::squint,
                                  Lens::drift,  Lens::warmth, Lens::intensity};

}  // namespace

VersionsBoard::VersionsBoard(const Desk& desk, VersionEdits& edits, const VersionsMeter& meter,
                             QWidget* parent)
    : QWidget(parent) {
    setObjectName(QStringLiteral("versions_board"));
    Session& session = desk.session;
    sight_ = new VersionSight(session, meter, this);
    grid_ = new VersionsGrid(session, edits, meter, *sight_);
    pair_ = new VersionsPair(session, edits, meter, *sight_);
    blind_ = new VersionsBlind(session, edits, meter, *sight_);
    ways_ = new QStackedWidget;
    for (VersionPane* pane : std::initializer_list<VersionPane*>{grid_, pair_, blind_}) {
        ways_->addWidget(pane);
        connect(pane, &VersionPane::mirrored_changed, this, &VersionsBoard::refresh);
    }
    table_ = new DifferenceTable(session, edits, meter);
    connect(table_, &DifferenceTable::wants_part, this, &VersionsBoard::wants_part);
    connect(pair_, &VersionsPair::ended, this, [this] { show_way(Way::all); });
    connect(blind_, &VersionsBlind::ended, this, [this] { show_way(Way::all); });
    connect(blind_, &VersionsBlind::looking_changed, this, &VersionsBoard::looking_blind_changed);
    below_ = new QWidget;
    auto* under = new QVBoxLayout(below_);
    under->setContentsMargins(0, 0, 0, 0);
    under->setSpacing(0);
    under->addWidget(rule_line());
    under->addWidget(table_);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(head());
    column->addWidget(ways_, 1);
    column->addWidget(below_);
    connect(&edits, &VersionEdits::changed, this, &VersionsBoard::refresh);
    refresh();
}

QWidget* VersionsBoard::head() {
    // In a narrow window lenses fold; the ways of comparing stay in place.
    auto* shown = new FoldingRow("more_versions_lenses", tr("The lenses that have no room here"));
    lenses_ = new QButtonGroup(this);
    for (const Lens lens : kShownLenses) {
        const LensRecord& record = record_of(lens);
        QPushButton* button = switch_button((std::string("versions_lens_") + record.id).c_str(),
                                            tr(record.label), tr(record.about));
        button->setChecked(lens == Lens::colour);
        lenses_->addButton(button, static_cast<int>(lens));
        shown->add(button);
    }
    connect(lenses_, &QButtonGroup::idClicked, this,
            [this](int lens) { sight_->set_lens(static_cast<Lens>(lens)); });
    auto* bar = new QWidget;
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(scaled(8), scaled(4), scaled(8), scaled(4));
    row->setSpacing(scaled(4));
    row->addWidget(shown, 1);
    turn_ = switch_button("turn_over", tr("Turn over"),
                          tr("All of them mirrored, to be seen afresh (F)"));
    connect(turn_, &QPushButton::clicked, this, [this](bool on) { pane().set_mirrored(on); });
    by_pair_ = switch_button("pair_by_pair", tr("Pair by pair"),
                             tr("Two of them beside a seam; arrows go from pair to pair"));
    connect(by_pair_, &QPushButton::clicked, this,
            [this](bool on) { show_way(on ? Way::pair : Way::all); });
    by_blind_ = switch_button("blind", tr("Blind"),
                              tr("Two at a time, shuffled, without names and figures; what you "
                                 "choose is counted"));
    connect(by_blind_, &QPushButton::clicked, this,
            [this](bool on) { show_way(on ? Way::blind : Way::all); });
    for (QPushButton* button : {turn_, by_pair_, by_blind_}) row->addWidget(button);
    return bar;
}

VersionPane& VersionsBoard::pane() const {
    return *static_cast<VersionPane*>(ways_->currentWidget());
}

void VersionsBoard::show_way(Way way) {
    const bool mirrored = pane().mirrored();
    if (way != Way::blind && blind_->looking()) blind_->end();
    ways_->setCurrentIndex(static_cast<int>(way));
    pane().set_mirrored(mirrored);
    below_->setVisible(way != Way::blind);
    if (way == Way::pair) pair_->begin();
    if (way == Way::blind) blind_->begin();
    if (way == Way::all) grid_->setFocus();
    refresh();
}

void VersionsBoard::refresh() {
    const auto way = static_cast<Way>(ways_->currentIndex());
    turn_->setChecked(pane().mirrored());
    by_pair_->setChecked(way == Way::pair);
    by_blind_->setChecked(way == Way::blind);
}

}  // namespace underpaint
