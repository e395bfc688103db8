// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/picture_picker.h"
#include "desk/kit/accessible.h"

#include <QKeyEvent>
#include <QPainter>
#include <algorithm>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "raster/geometry.h"

namespace underpaint {
namespace {

constexpr int kHeight = 120;

}  // namespace

PicturePicker::PicturePicker(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("picture_picker"));
    set_accessible_role(*this, QAccessible::Graphic);
    setAccessibleName(tr("Reference picture"));
    setToolTip(tr("Press on the reference to take a colour from it"));
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::CrossCursor);
    setFixedHeight(scaled(kHeight));
    hide();
}

void PicturePicker::set_picture(const QImage& picture) {
    picture_ = picture.convertToFormat(QImage::Format_RGB32);
    at_ = {picture_.width() / 2, picture_.height() / 2};
    setVisible(!picture_.isNull());
    update();
}

/// As large as it fits, in the middle.
QRectF PicturePicker::place() const {
    const QSizeF size = QSizeF(picture_.size()).scaled(QSizeF(this->size()), Qt::KeepAspectRatio);
    return {QPointF((width() - size.width()) / 2, (height() - size.height()) / 2), size};
}

void PicturePicker::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().ground);
    if (picture_.isNull()) return;
    const QRectF whole = place();
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(whole, picture_);
    if (!hasFocus()) return;
    const double scale = whole.width() / picture_.width();
    const QPointF middle = whole.topLeft() + (QPointF(at_) + QPointF(0.5, 0.5)) * scale;
    painter.setRenderHint(QPainter::Antialiasing);
    for (const auto& [colour, thick] : {std::pair(QColor(0, 0, 0, 180), 3.0), {Qt::white, 1.2}}) {
        painter.setPen(QPen(colour, thick));
        painter.drawEllipse(middle, scaled(5), scaled(5));
    }
}

void PicturePicker::pick(QPointF at) {
    if (picture_.isNull()) return;
    const QRectF whole = place();
    const QPointF inside = (at - whole.topLeft()) * picture_.width() / whole.width();
    const Pixel pixel =
        nearest_pixel({picture_.width(), picture_.height()}, {inside.x(), inside.y()});
    at_ = {pixel.x, pixel.y};
    take();
}

void PicturePicker::take() {
    const QColor colour = picture_.pixelColor(at_);
    update();
    emit picked(Rgb{colour.redF(), colour.greenF(), colour.blueF()});
}

void PicturePicker::keyPressEvent(QKeyEvent* event) {
    const int far = std::max(1, picture_.width() / 60);
    QPoint by;
    switch (event->key()) {
        case Qt::Key_Left: by = {-far, 0}; break;
        case Qt::Key_Right: by = {far, 0}; break;
        case Qt::Key_Up: by = {0, -far}; break;
        case Qt::Key_Down: by = {0, far}; break;
        case Qt::Key_Space: return take();
        default: return QWidget::keyPressEvent(event);
    }
    at_ = {std::clamp(at_.x() + by.x(), 0, picture_.width() - 1),
           std::clamp(at_.y() + by.y(), 0, picture_.height() - 1)};
    update();
}

}  // namespace underpaint
