// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/beside/where_view.h"

#include <QKeyEvent>
#include <QPainter>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/screen_image.h"

namespace underpaint {
namespace {

constexpr double kSurround = 3;  // the step of the panel around it

}  // namespace

WhereView::WhereView(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("where"));
    set_accessible_role(*this, QAccessible::Graphic);
    setAccessibleName(tr("Where it changed"));
    setToolTip(tr("A click or Escape brings the saves back"));
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
}

void WhereView::show_place(const RgbBlock& picture, const FloatBlock& place) {
    picture_ = image_of(picture);
    Picture pixels(picture.area().size(), Channels::rgb, Depth::bits8);
    pixels.write_rgb(picture);
    Picture mask(place.area().size(), Channels::grey, Depth::bits8);
    mask.write_channel(0, rect_of(mask.size()), place.samples());
    veil_ = Veil(*share(std::move(mask)), *share(std::move(pixels)), kSurround);
    update();
}

void WhereView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().sheet);
    if (picture_.isNull()) return;
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const QSizeF size = QSizeF(picture_.size()).scaled(QSizeF(this->size()), Qt::KeepAspectRatio);
    const QRectF whole(QPointF((width() - size.width()) / 2, (height() - size.height()) / 2), size);
    painter.drawImage(whole, picture_);
    veil_.draw(painter, whole, false, false);
    if (!hasFocus()) return;
    painter.setPen(greys().secondary);
    painter.drawRect(rect().adjusted(0, 0, -1, -1));
}

void WhereView::mousePressEvent(QMouseEvent*) {
    emit closed();
}

void WhereView::keyPressEvent(QKeyEvent* event) {
    const bool away = event->key() == Qt::Key_Escape || event->key() == Qt::Key_Return ||
                      event->key() == Qt::Key_Space;
    away ? emit closed() : QWidget::keyPressEvent(event);
}

}  // namespace underpaint
