// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStyledItemDelegate>
#include <vector>

#include "audit/audit.h"

namespace underpaint {

/// A column of the ledger: the measure it shows, and where it ends. The header, the rows and the
/// balance share them.
struct LedgerColumn {
    const MeasureRecord& measure;
    int right;  ///< its right edge
};
std::vector<LedgerColumn> ledger_columns(int width);
/// How wide the bar beside the rows is.
inline constexpr int kScrollBar = 8;

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
/// What stands before figures that are not of every pixel yet: those of values, which others only
/// follow.
QString about(const MeasureRecord& measure, bool exact);

}  // namespace underpaint
