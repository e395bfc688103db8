// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QPainter>
#include <vector>

#include "audit/measures.h"

namespace underpaint {

// Rows with a thumbnail and a column for each measure, as a ledger has them.

/// How wide the bar beside the rows is.
inline constexpr int kScrollBar = 8;

/// A measure that has a column, and where that ends.
struct LedgerColumn {
    const MeasureRecord& measure;
    int right;
};
std::vector<LedgerColumn> ledger_columns(int width);

/// A figure that ends at `right`, with its verdict's mark before it.
void draw_figure(QPainter& painter, int right, const QRect& line, const QString& text,
                 Verdict verdict, int pixels);
/// The names of the columns, in a line as wide as the rows.
void draw_column_names(QPainter& painter, const QRect& line);
/// A picture cut to its frame, not squeezed; an empty frame for a null one.
void draw_thumbnail(QPainter& painter, const QRect& place, const QImage& image);

}  // namespace underpaint
