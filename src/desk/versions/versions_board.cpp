// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/versions_board.h"

#include <QButtonGroup>
#include <QPushButton>
#include <QVBoxLayout>

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
    grid_ = new VersionsGrid(desk.session, edits, meter);
    table_ = new DifferenceTable(desk.session, edits, meter);
    connect(table_, &DifferenceTable::wants_part, this, &VersionsBoard::wants_part);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(head());
    column->addWidget(grid_, 1);
    column->addWidget(rule_line());
    column->addWidget(table_);
}

QWidget* VersionsBoard::head() {
    auto* bar = new QWidget;
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(scaled(8), scaled(4), scaled(8), scaled(4));
    row->setSpacing(scaled(4));
    lenses_ = new QButtonGroup(this);
    for (const Lens lens : kShownLenses) {
        const LensRecord& record = record_of(lens);
        QPushButton* button = action_button((std::string("versions_lens_") + record.id).c_str(),
                                            tr(record.label), tr(record.about));
        button->setProperty("role", "lens");
        button->setCheckable(true);
        button->setChecked(lens == Lens::colour);
        lenses_->addButton(button, static_cast<int>(lens));
        row->addWidget(button);
    }
    connect(lenses_, &QButtonGroup::idClicked, this,
            [this](int lens) { grid_->set_lens(static_cast<Lens>(lens)); });
    row->addStretch(1);
    QPushButton* turn =
        action_button("turn_over", tr("Turn over"), tr("All of them mirrored, to be seen afresh"));
    turn->setProperty("role", "lens");
    turn->setCheckable(true);
    connect(turn, &QPushButton::toggled, grid_, &VersionsGrid::set_mirrored);
    row->addWidget(turn);
    return bar;
}

}  // namespace underpaint
