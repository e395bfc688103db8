// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/folding_row.h"

#include <QHBoxLayout>
#include <QMenu>
#include <QPushButton>
#include <algorithm>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"

namespace underpaint {

FoldingRow::FoldingRow(const char* more, const QString& about_more, QWidget* parent)
    : QWidget(parent),
      more_(switch_button(more, tr("More ▾"), about_more)),
      folded_(new QMenu(this)) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(4));
    // The widget says itself how little room is enough.
    row->setSizeConstraint(QLayout::SetNoConstraint);
    more_->setCheckable(false);
    more_->setFocusPolicy(Qt::TabFocus);
    more_->setMenu(folded_);
    more_->hide();
    row->addWidget(more_);
    row->addStretch(1);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Preferred);
}

void FoldingRow::add(QPushButton* button) {
    auto* row = static_cast<QHBoxLayout*>(layout());
    row->insertWidget(static_cast<int>(switches_.size()), button);
    switches_.push_back({button});
    connect(button, &QPushButton::toggled, this, [this](bool on) {
        if (on) fold();
    });
}

void FoldingRow::set_wanted(const QPushButton* button, bool wanted) {
    std::ranges::find(switches_, button, &Switch::button)->wanted = wanted;
}

int FoldingRow::width_of(const QPushButton& button) const {
    return button.sizeHint().width() + layout()->spacing();
}

QSize FoldingRow::sizeHint() const {
    const QMargins around = layout()->contentsMargins();
    int wide = around.left() + around.right(), high = more_->sizeHint().height();
    for (const Switch& each : switches_) {
        if (each.wanted) wide += width_of(*each.button);
        high = std::max(high, each.button->sizeHint().height());
    }
    return {wide, high + around.top() + around.bottom()};
}

QSize FoldingRow::minimumSizeHint() const {
    int widest = 0;
    for (const Switch& each : switches_) widest = std::max(widest, width_of(*each.button));
    const QMargins around = layout()->contentsMargins();
    return {around.left() + widest + width_of(*more_) + around.right(), sizeHint().height()};
}

void FoldingRow::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    fold();
}

void FoldingRow::fold() {
    // The last one needs no space behind it.
    const QMargins around = layout()->contentsMargins();
    int room = width() + layout()->spacing();
    const bool folds = sizeHint().width() > room;
    room -= around.left() + around.right();
    if (folds) room -= width_of(*more_);
    for (const Switch& each : switches_)
        if (each.wanted && each.button->isChecked()) room -= width_of(*each.button);
    std::vector<bool> stands;
    for (const Switch& each : switches_) {
        bool fits = each.wanted;
        if (fits && !each.button->isChecked()) {
            room -= width_of(*each.button);
            fits = !folds || room >= 0;
        }
        stands.push_back(fits);
    }
    // Buttons are hidden before others are shown: the row must never be wider than its place.
    for (std::size_t i = 0; i < switches_.size(); ++i)
        if (!stands[i]) switches_[i].button->hide();
    folded_->clear();
    for (std::size_t i = 0; i < switches_.size(); ++i) {
        QPushButton* button = switches_[i].button;
        if (stands[i]) button->show();
        if (stands[i] || !switches_[i].wanted) continue;
        QAction* action = folded_->addAction(button->text());
        action->setToolTip(button->toolTip());
        connect(action, &QAction::triggered, button, &QPushButton::click);
    }
    more_->setVisible(folds);
}

}  // namespace underpaint
