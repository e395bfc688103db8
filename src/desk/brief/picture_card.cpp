// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/picture_card.h"

#include <QContextMenuEvent>
#include <QPainter>

#include "desk/kit/accessible.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"

namespace underpaint {
namespace {

constexpr double kForm = 0.75;  // height of the picture's place over its width

}  // namespace

PictureCard::PictureCard(QWidget* parent) : QWidget(parent) {
    setMouseTracking(true);
    set_accessible_role(*this, QAccessible::Graphic);
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    policy.setHeightForWidth(true);
    setSizePolicy(policy);
}

void PictureCard::set_face(CardFace face) {
    const bool other_height =
        face.rows.size() != face_.rows.size() || face.swatches.empty() != face_.swatches.empty();
    face_ = std::move(face);
    QString name = face_.title + QStringLiteral(" ") + face_.about;
    if (!face_.figure.isEmpty())
        name += QStringLiteral(", %1 %2").arg(face_.figure_label, face_.figure);
    for (const auto& row : face_.rows) name += QStringLiteral(", %1 %2").arg(row.label, row.value);
    setAccessibleName(name);
    if (other_height) updateGeometry();
    update();
}

int PictureCard::rows_height() const {
    return scaled(20) + scaled(17) * static_cast<int>(face_.rows.size()) +
           (face_.swatches.empty() ? 0 : scaled(15));
}

int PictureCard::heightForWidth(int width) const {
    return static_cast<int>(width * kForm) + rows_height() + scaled(4);
}

QSize PictureCard::sizeHint() const {
    return {scaled(200), heightForWidth(scaled(200))};
}

/// The picture fills its place where its form allows, and is not cut.
QRectF PictureCard::picture_rect() const {
    const QRectF place(0, 0, width(), std::floor(width() * kForm));
    const QRectF inner = place.adjusted(2, 2, -2, -2);
    if (face_.image.isNull()) return inner;
    QSizeF size = QSizeF(face_.image.size()).scaled(inner.size(), Qt::KeepAspectRatio);
    return {inner.center() - QPointF(size.width(), size.height()) / 2, size};
}

void PictureCard::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const QRectF place(0, 0, width(), std::floor(width() * kForm)), picture = picture_rect();
    painter.fillRect(place, greys().bar);
    if (face_.image.isNull()) {
        painter.setPen(greys().secondary);
        painter.setFont(secondary_font());
        painter.drawText(place, Qt::AlignCenter, face_.waiting);
    } else {
        painter.drawImage(picture, face_.image);
    }
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setBrush(Qt::NoBrush);
    for (const CardRing& ring : face_.rings) {
        const double radius = std::max(ring.radius * picture.width(), 4.0);
        const QPointF middle(picture.left() + ring.x * picture.width(),
                             picture.top() + ring.y * picture.height());
        painter.setPen(QPen(QColor(0, 0, 0, 150), 3));
        painter.drawEllipse(middle, radius, radius);
        painter.setPen(QPen(Qt::white, 1.4, ring.dashed ? Qt::DotLine : Qt::SolidLine));
        painter.drawEllipse(middle, radius, radius);
    }
    painter.setRenderHint(QPainter::Antialiasing, false);
    if (face_.chosen || hasFocus()) {
        painter.setPen(QPen(face_.chosen ? greys().strong : greys().secondary, 2,
                            hasFocus() && !face_.chosen ? Qt::DotLine : Qt::SolidLine));
        painter.drawRect(place.adjusted(1, 1, -1, -1));
    }

    double y = place.bottom() + scaled(3);
    if (!face_.swatches.empty()) {
        double x = 0, seen = 0;
        for (const Swatch& swatch : face_.swatches) {
            seen += swatch.share;
            const double end = std::round(seen * width());
            painter.fillRect(QRectF(x, y, end - x, scaled(11)), qcolor(swatch.colour));
            x = end;
        }
        y += scaled(15);
    }
    const double right = width();
    const QRectF title(0, y, right, scaled(17));
    painter.setFont(figure_font(11));
    double figure = 0;
    if (!face_.figure.isEmpty()) {
        painter.setPen(greys().strong);
        painter.drawText(title, Qt::AlignRight | Qt::AlignVCenter, face_.figure);
        figure = painter.fontMetrics().horizontalAdvance(face_.figure) + scaled(5);
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        painter.drawText(title.adjusted(0, 0, -figure, 0), Qt::AlignRight | Qt::AlignVCenter,
                         face_.figure_label);
        figure += painter.fontMetrics().horizontalAdvance(face_.figure_label) + scaled(6);
    }
    painter.setFont(body_font(true));
    painter.setPen(greys().strong);
    const QString name = painter.fontMetrics().elidedText(face_.title, Qt::ElideRight,
                                                          static_cast<int>(right - figure));
    painter.drawText(title, Qt::AlignLeft | Qt::AlignVCenter, name);
    const double used = painter.fontMetrics().horizontalAdvance(name) + scaled(7);
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    if (right - figure - used > scaled(30))
        painter.drawText(title.adjusted(used, 0, -figure, 0), Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(face_.about, Qt::ElideRight,
                                                          static_cast<int>(right - figure - used)));
    y += scaled(18);
    for (const CardFace::Row& row : face_.rows) {
        const QRectF line(0, y, right, scaled(16));
        painter.setFont(row.words ? secondary_font() : figure_font(11));
        painter.setPen(greys().text);
        const int value = painter.fontMetrics().horizontalAdvance(row.value) + scaled(6);
        painter.drawText(line, Qt::AlignRight | Qt::AlignVCenter, row.value);
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        painter.drawText(line, Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(row.label, Qt::ElideRight,
                                                          static_cast<int>(right) - value));
        y += scaled(17);
    }
}

void PictureCard::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    setFocus();
    last_ = event->position();
    if (const auto share = share_at(event->position()))
        emit pointed(share->x(), share->y());
    else
        emit chosen();
}

std::optional<QPointF> PictureCard::share_at(QPointF at) const {
    const QRectF picture = picture_rect();
    if (face_.image.isNull() || !picture.contains(at)) return std::nullopt;
    return QPointF((at.x() - picture.left()) / picture.width(),
                   (at.y() - picture.top()) / picture.height());
}

void PictureCard::mouseMoveEvent(QMouseEvent* event) {
    last_ = event->position();
}

void PictureCard::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
        case Qt::Key_Return:
        case Qt::Key_Enter:
        case Qt::Key_Space: emit chosen(); break;
        case Qt::Key_Menu: open_menu(mapToGlobal(rect().center())); break;
        case Qt::Key_C:
            if (const auto share = underMouse() ? share_at(last_) : std::nullopt)
                emit takes_colour(share->x(), share->y());
            break;
        case Qt::Key_Left: focusPreviousChild(); break;
        case Qt::Key_Right: focusNextChild(); break;
        default: QWidget::keyPressEvent(event);
    }
}

void PictureCard::contextMenuEvent(QContextMenuEvent* event) {
    open_menu(event->globalPos());
}

void PictureCard::open_menu(const QPoint& at) {
    if (!fill_) return;
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("card_menu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    fill_(*menu);
    menu->popup(at);
}

}  // namespace underpaint
