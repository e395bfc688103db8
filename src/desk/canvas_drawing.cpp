// SPDX-License-Identifier: GPL-3.0-or-later
// What the canvas draws: the picture through its lens, and the marks over it.
#include <QPainter>
#include <QPainterPath>
#include <QPolygonF>

#include "colour/reader.h"
#include "desk/canvas.h"
#include "desk/greys.h"
#include "desk/look.h"
#include "desk/words.h"

namespace underpaint {
namespace {

QColor surround_of(double step) {
    const int level = qRound(255 * encoded_grey_of(lightness_of_step(static_cast<float>(step))));
    return {level, level, level};
}

}  // namespace

void Canvas::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), surround_of(session_.surround()));
    if (!session_.has_painting()) return;
    draw_picture(painter);
    draw_pull(painter);
    draw_edges(painter);
    draw_only(painter);
    painter.setRenderHint(QPainter::Antialiasing);
    draw_rivals(painter);
    draw_foci(painter);
    draw_seam(painter);
    draw_compared(painter);
    draw_outline(painter);
    draw_brush(painter);
    draw_note(painter);
}

/// What a lens that changes the picture says of itself.
void Canvas::draw_note(QPainter& painter) const {
    const QString note = seen_ ? tr(text_of(seen_lens_).note) : QString();
    if (note.isEmpty()) return;
    painter.setFont(secondary_font());
    const QRectF place = QRectF(painter.fontMetrics().boundingRect(note))
                             .adjusted(-scaled(7), -scaled(3), scaled(7), scaled(3));
    const QRectF box(QPointF((width() - place.width()) / 2, height() - place.height() - scaled(1)),
                     place.size());
    painter.fillRect(box, QColor(0x11, 0x11, 0x11, 215));
    painter.setPen(QColor(0xf4, 0xf4, 0xf4));
    painter.drawText(box, Qt::AlignCenter, note);
}

/// An image that was made for this very size is moved by less than a pixel of the screen, so that
/// none of its pixels is smeared over two.
QRectF Canvas::on_device_pixels(const QRectF& place, QSize image) const {
    const double ratio = devicePixelRatioF();
    const QSizeF size = QSizeF(image) / ratio;
    if (std::abs(size.width() - place.width()) * ratio > 1 ||
        std::abs(size.height() - place.height()) * ratio > 1)
        return place;
    return {QPointF(std::round(place.x() * ratio), std::round(place.y() * ratio)) / ratio, size};
}

void Canvas::draw_picture(QPainter& painter) const {
    const QRectF whole = transform_.picture_on_canvas();
    if (!seen_) {
        painter.fillRect(whole, greys().ground);
        return;
    }
    const QRectF place = on_device_pixels(transform_.to_canvas(seen_->view), seen_->image.size());
    const auto draw = [&](const QImage& image) {
        painter.setRenderHint(QPainter::SmoothPixmapTransform, transform_.zoom() < 3);
        const bool x = transform_.mirrored(), y = transform_.upended();
        painter.drawImage(place, x || y ? image.mirrored(x, y) : image);
    };
    if (across_room_ && seen_lens_ == Lens::squint) {
        constexpr int smaller = 6;
        const QSize size = (place.size() / smaller).toSize().expandedTo({1, 1});
        const QImage small = seen_->image.scaled(size * devicePixelRatioF(), Qt::IgnoreAspectRatio,
                                                 Qt::SmoothTransformation);
        const QRectF middle(QPointF(width() - size.width(), height() - size.height()) / 2, size);
        painter.drawImage(middle, small.mirrored(transform_.mirrored(), transform_.upended()));
        return;
    }
    draw(seen_->image);
    if (seen_lens_ != Lens::twin) return;
    painter.save();
    painter.setClipRect(QRectF(seam_x(), 0, width(), height()));
    draw(seen_->right);
    painter.restore();
}

/// All but what is shown by itself goes under.
void Canvas::draw_only(QPainter& painter) const {
    if (!only_) return;
    painter.save();
    // A little beyond, so that no row of the picture is left at its border.
    const QRectF whole = QRectF(transform_.picture_on_canvas().toAlignedRect());
    painter.setClipRect(whole);
    const bool x = transform_.mirrored(), y = transform_.upended();
    veil_.draw(painter, whole, x, y);
    painter.restore();
}

/// The map of what draws the eye darkens the picture where little does.
void Canvas::draw_pull(QPainter& painter) const {
    if (!seen_ || seen_lens_ != Lens::pull || focus_meter_.pull().isNull()) return;
    const QRectF& place = focus_meter_.pull_place();
    QImage map = focus_meter_.pull();
    const bool x = transform_.mirrored(), y = transform_.upended();
    if (x || y) map = map.mirrored(x, y);
    const QRectF on_canvas =
        QRectF(transform_.to_canvas(place.topLeft()), transform_.to_canvas(place.bottomRight()))
            .normalized();
    painter.save();
    painter.setClipRect(transform_.picture_on_canvas());
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.setCompositionMode(QPainter::CompositionMode_Multiply);
    painter.drawImage(on_canvas, map);
    painter.restore();
}

void Canvas::draw_edges(QPainter& painter) const {
    if (!seen_ || seen_lens_ != Lens::edges || edge_meter_.drawing().isNull()) return;
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const QRectF whole = transform_.picture_on_canvas();
    // Made smaller by the widget's own means lines would break up.
    const QSize size = (whole.size() * devicePixelRatioF()).toSize();
    const QImage& drawing = edge_meter_.drawing();
    const QImage fitting =
        size.width() < drawing.width()
            ? drawing.scaled(size, Qt::IgnoreAspectRatio, Qt::SmoothTransformation)
            : drawing;
    painter.drawImage(whole, fitting.mirrored(transform_.mirrored(), transform_.upended()));
}

void Canvas::draw_label(QPainter& painter, QPointF at, const QString& text) const {
    painter.setFont(figure_font(11));
    QRectF box(at, QSizeF(painter.fontMetrics().horizontalAdvance(text) + scaled(10), scaled(18)));
    box.moveLeft(std::clamp<double>(box.left(), 0, std::max(0.0, width() - box.width())));
    box.moveTop(std::clamp<double>(box.top(), 0, std::max(0.0, height() - box.height())));
    painter.fillRect(box, QColor(0x11, 0x11, 0x11));
    painter.setPen(QColor(0xf4, 0xf4, 0xf4));
    painter.drawText(box, Qt::AlignCenter, text);
}

void Canvas::draw_rivals(QPainter& painter) const {
    const auto& foci = session_.painting().plan.foci;
    const auto& contrasts = focus_meter_.contrasts();
    if (!editing_foci_ || foci.empty() || contrasts.empty() || !contrasts[0]) return;
    const bool all = seen_lens_ == Lens::pull;
    std::size_t count = 0;
    for (const Rival& rival : focus_meter_.rivals()) {
        if (++count > 1 && !all) break;
        const QPointF centre = transform_.to_canvas(QPointF(rival.centre.x, rival.centre.y));
        const double radius = foci.front().radius * transform_.zoom();
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(QColor(0, 0, 0, 170), 3));
        painter.drawEllipse(centre, radius, radius);
        painter.setPen(QPen(Qt::white, 1.3, Qt::DashLine));
        painter.drawEllipse(centre, radius, radius);
        const double share = *contrasts[0] > 0 ? rival.contrast / *contrasts[0] : 0;
        draw_label(painter, centre + QPointF(radius * 0.72, -radius * 0.72 - scaled(9)),
                   tr("rival %1").arg(share, 0, 'f', 2));
    }
}

void Canvas::draw_foci(QPainter& painter) const {
    const auto& foci = session_.painting().plan.foci;
    const auto chosen = editing_foci_ ? focus_tool_.chosen() : std::nullopt;
    for (std::size_t i = 0; i < foci.size(); ++i) {
        const Focus& focus = foci[i];
        const QPointF centre = transform_.to_canvas(QPointF(focus.centre.x, focus.centre.y));
        const double radius = focus.radius * transform_.zoom();
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(QColor(0, 0, 0, 170), 3.5));
        painter.drawEllipse(centre, radius, radius);
        painter.setPen(QPen(Qt::white, chosen == i ? 2.2 : 1.3));
        painter.drawEllipse(centre, radius, radius);
        if (!editing_foci_) continue;
        const auto& contrasts = focus_meter_.contrasts();
        QString text = shown(focus.name);
        // Of the small picture while it is moved, and marked so.
        const QString about = focus_meter_.exact() ? QString() : QStringLiteral("≈");
        if (i == 0 && focus_meter_.lead())
            text += tr(" · lead %1%2×").arg(about).arg(*focus_meter_.lead(), 0, 'f', 2);
        else if (i < contrasts.size() && contrasts[i])
            text += tr(" · %1%2 steps")
                        .arg(about)
                        .arg(width_on_scale(*contrasts[i], session_.scale()), 0, 'f', 1);
        draw_label(painter, centre + QPointF(radius * 0.72, -radius * 0.72 - scaled(9)), text);
    }
}

double Canvas::seam_x() const {
    const QRectF whole = transform_.picture_on_canvas();
    return whole.left() + seam_ * whole.width();
}

void Canvas::draw_seam(QPainter& painter) const {
    if (!seen_ || seen_lens_ != Lens::twin) return;
    const QRectF whole = transform_.picture_on_canvas();
    painter.fillRect(QRectF(seam_x() - 2, whole.top(), 4, whole.height()), QColor(0, 0, 0, 120));
    painter.fillRect(QRectF(seam_x() - 1, whole.top(), 2, whole.height()), Qt::white);
}

/// What the two sides of a comparison are.
void Canvas::draw_compared(QPainter& painter) const {
    const auto& comparison = session_.comparison();
    if (!comparison || !seen_ || seen_lens_ != Lens::twin) return;
    const QRectF whole = transform_.picture_on_canvas();
    const double inset = scaled(10);
    draw_label(painter, whole.topLeft() + QPointF(inset, inset), comparison->left);
    painter.setFont(figure_font(11));
    const double length = painter.fontMetrics().horizontalAdvance(comparison->right) + scaled(10);
    draw_label(painter, whole.topRight() + QPointF(-inset - length, inset), comparison->right);
}

/// The brush's rim, and its hard core where it has one.
void Canvas::draw_brush(QPainter& painter) const {
    if (tool_ != Tool::brush || !underMouse()) return;
    const Brush& brush = brush_.brush();
    painter.setBrush(Qt::NoBrush);
    for (const double share : {1.0, brush.hardness}) {
        const double radius = share * brush.radius * transform_.zoom();
        if (radius < 1) continue;
        painter.setPen(QPen(QColor(0, 0, 0, 150), 2.6));
        painter.drawEllipse(last_, radius, radius);
        painter.setPen(QPen(QColor(255, 255, 255, share < 1 ? 120 : 230), 1.1));
        painter.drawEllipse(last_, radius, radius);
    }
}

void Canvas::draw_outline(QPainter& painter) const {
    if (tool_ != Tool::outline) return;
    QPolygonF line;
    for (const Point& p : outline_) line << transform_.to_canvas(QPointF(p.x, p.y));
    if (drag_ != Drag::outline && !line.isEmpty()) line << outline_tip_;
    painter.setBrush(QColor(255, 255, 255, 36));
    painter.setPen(Qt::NoPen);
    painter.drawPolygon(line);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(QColor(0, 0, 0, 190), 3));
    painter.drawPolyline(line);
    painter.setPen(QPen(Qt::white, 1.4));
    painter.drawPolyline(line);
    painter.setBrush(Qt::white);
    painter.setPen(QPen(QColor(0, 0, 0, 190), 1));
    if (!line.isEmpty()) painter.drawEllipse(line.first(), 3.5, 3.5);
}

}  // namespace underpaint
