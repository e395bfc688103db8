// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/over_sheet.h"

#include <QEvent>
#include <QPainter>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"

namespace underpaint {

OverSheet::OverSheet(QWidget& over) : QWidget(&over) {
    setFocusPolicy(Qt::StrongFocus);
    setAttribute(Qt::WA_NoMousePropagation);
    over.installEventFilter(this);
    hide();
}

void OverSheet::toggle() {
    setVisible(!isVisible());
    if (!isVisible()) return;
    setGeometry(parentWidget()->rect());
    raise();
    setFocus();
}

bool OverSheet::eventFilter(QObject* watched, QEvent* event) {
    if (watched == parent() && event->type() == QEvent::Resize) setGeometry(parentWidget()->rect());
    return QWidget::eventFilter(watched, event);
}

void OverSheet::keyPressEvent(QKeyEvent*) {
    hide();
}

void OverSheet::mousePressEvent(QMouseEvent*) {
    hide();
}

void OverSheet::paintEvent(QPaintEvent*) {
    QPainter(this).fillRect(rect(), greys().sheet);
}

}  // namespace underpaint
