// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStyledItemDelegate>

#include "audit/audit.h"

namespace underpaint {

/// Where the ledger's columns stand, counted from the right edge; the header, the rows and the
/// balance share it.
struct LedgerColumns {
    int value, focus, swing;  ///< right edges
    static LedgerColumns in(int width);
};

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

/// One figure with its mark, right-aligned at `right`.
void draw_figure(QPainter& painter, int right, const QRect& line, const QString& text,
                 Verdict verdict, int pixels);

}  // namespace underpaint
