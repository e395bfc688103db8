// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/elided_label.h"

#include <QPainter>

#include "desk/kit/look.h"

namespace underpaint {

ElidedLabel::ElidedLabel(QWidget* parent) : QLabel(parent) {
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
}

void ElidedLabel::say(const QString& words) {
    setText(words);
    setToolTip(words);
}

void ElidedLabel::paintEvent(QPaintEvent*) {
    const int least = scaled(60);
    const QFontMetrics metrics(font());
    if (metrics.horizontalAdvance(text()) > width() && width() < least) return;
    QPainter painter(this);
    painter.setPen(palette().color(foregroundRole()));
    painter.drawText(rect(), static_cast<int>(alignment()),
                     metrics.elidedText(text(), Qt::ElideRight, width()));
}

}  // namespace underpaint
