// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStyledItemDelegate>

#include "desk/panes/figure_columns.h"

namespace underpaint {

/// Draws one row: number, thumbnail, name and kind, and three columns with the balance large and
/// the pass's own share small.
class LedgerDelegate : public QStyledItemDelegate {
    Q_OBJECT
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override;
    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override;
};

/// The sign before figures that are not of every pixel yet: those of values, which others only
/// follow.
QString about(const MeasureRecord& measure, bool exact);

}  // namespace underpaint
