// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/canvas_label.h"

#include <algorithm>

#include "desk/kit/look.h"

namespace underpaint {

double label_width(const QPainter& painter, const QString& text) {
    return QFontMetrics(figure_font(11), painter.device()).horizontalAdvance(text) + scaled(10);
}

void draw_label(QPainter& painter, QSize canvas, QPointF at, const QString& text) {
    painter.setFont(figure_font(11));
    QRectF box(at, QSizeF(label_width(painter, text), scaled(18)));
    box.moveLeft(std::clamp<double>(box.left(), 0, std::max(0.0, canvas.width() - box.width())));
    box.moveTop(std::clamp<double>(box.top(), 0, std::max(0.0, canvas.height() - box.height())));
    painter.fillRect(box, QColor(0x11, 0x11, 0x11));
    painter.setPen(QColor(0xf4, 0xf4, 0xf4));
    painter.drawText(box, Qt::AlignCenter, text);
}

}  // namespace underpaint
