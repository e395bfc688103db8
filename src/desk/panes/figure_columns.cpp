// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/figure_columns.h"

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/marks.h"
#include "desk/kit/words.h"

namespace underpaint {

std::vector<LedgerColumn> ledger_columns(int width) {
    constexpr int from_right[] = {152, 76, 4};
    std::vector<LedgerColumn> columns;
    for (const MeasureRecord* measure : kMeasures)
        if (measure->column)
            columns.push_back({*measure, width - scaled(from_right[columns.size()])});
    return columns;
}

void draw_figure(QPainter& painter, int right, const QRect& line, const QString& text,
                 Verdict verdict, int pixels) {
    painter.setFont(figure_font(pixels));
    painter.setPen(greys().strong);
    painter.drawText(QRect(line.left(), line.top(), right - line.left(), line.height()),
                     Qt::AlignRight | Qt::AlignVCenter, text);
    const double size = scaled(9);
    const double x = right - painter.fontMetrics().horizontalAdvance(text) - size - scaled(6);
    draw_mark(painter, QRectF(x, line.center().y() - size / 2 + 0.5, size, size), verdict,
              greys().strong);
}

void draw_column_names(QPainter& painter, const QRect& line) {
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    for (const LedgerColumn& column : ledger_columns(line.width()))
        painter.drawText(QRect(line.left(), line.top(), column.right, line.height()),
                         Qt::AlignRight | Qt::AlignVCenter, from_view(column.measure.label));
}

void draw_thumbnail(QPainter& painter, const QRect& place, const QImage& image) {
    if (image.isNull()) {
        painter.fillRect(place, greys().ground);
        return;
    }
    // The picture is cropped to the frame, not squeezed into it.
    const QSizeF frame = place.size();
    const double scale = std::max(frame.width() / image.width(), frame.height() / image.height());
    const QSizeF part = frame / scale;
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(
        QRectF(place), image,
        QRectF(QPointF((image.width() - part.width()) / 2, (image.height() - part.height()) / 2),
               part));
}

}  // namespace underpaint
