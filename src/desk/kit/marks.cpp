// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/marks.h"

namespace underpaint {

void draw_mark(QPainter& painter, const QRectF& place, Verdict verdict, const QColor& colour) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const double thick = place.width() / 6;
    const QRectF ring = place.adjusted(thick / 2, thick / 2, -thick / 2, -thick / 2);
    QPen pen(colour, thick);
    pen.setCapStyle(Qt::FlatCap);
    switch (verdict) {
        case Verdict::open:
            pen.setWidthF(thick * 0.5);
            painter.setPen(pen);
            painter.drawEllipse(ring);
            break;
        case Verdict::held:
            painter.setPen(Qt::NoPen);
            painter.setBrush(colour);
            painter.drawEllipse(place);
            break;
        case Verdict::slipping:
            painter.setPen(pen);
            painter.drawEllipse(ring);
            painter.setPen(Qt::NoPen);
            painter.setBrush(colour);
            painter.drawPie(ring, 90 * 16, 180 * 16);
            break;
        case Verdict::lost:
            pen.setWidthF(thick * 1.3);
            painter.setPen(pen);
            for (int piece = 0; piece < 3; ++piece)
                painter.drawArc(ring, (60 + 120 * piece) * 16, 76 * 16);
            break;
    }
    painter.restore();
}

QString word_of(Verdict verdict) {
    const auto id = id_of(verdict);
    return QString::fromLatin1(id.data(), static_cast<qsizetype>(id.size()));
}

}  // namespace underpaint
