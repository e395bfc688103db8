// SPDX-License-Identifier: GPL-3.0-or-later
// What the canvas draws: the picture through its lens, and the marks over it.
#include <QPainter>

#include "colour/reader.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/view/canvas.h"
#include "desk/view/canvas_label.h"
#include "desk/view/lens_legend.h"

namespace underpaint {

void Canvas::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), grey_of_step(session_.choices.surround()));
    if (!session_.document.has_painting()) return;
    draw_picture(painter);
    if (const LensDrawing* drawing = drawer_.of(seen_lens_); drawing != nullptr && seen_)
        record_of(seen_lens_).over(painter, {transform_, *drawing, devicePixelRatioF()});
    draw_ghost(painter);
    draw_only(painter);
    painter.setRenderHint(QPainter::Antialiasing);
    foci_.draw(painter, pointer());
    handles_.draw(painter, pointer());
    draw_seam(painter);
    draw_compared(painter);
    if (const CanvasTool* tool = in_hand()) tool->draw(painter, pointer());
    draw_note(painter);
}

/// What a lens that changes the picture says of itself, with its scale where it has one.
void Canvas::draw_note(QPainter& painter) const {
    const LensRecord& lens = record_of(seen_lens_);
    if (!seen_ || *lens.note == 0) return;
    painter.setFont(secondary_font());
    const double scale = lens.legend ? legend_width(painter, *lens.legend) : 0;
    const QString note = painter.fontMetrics().elidedText(
        tr(lens.note), Qt::ElideRight, static_cast<int>(width() - scale - scaled(14)));
    const QRectF place = QRectF(painter.fontMetrics().boundingRect(note))
                             .adjusted(-scaled(7) - scale, -scaled(3), scaled(7), scaled(3));
    const QRectF box(QPointF((width() - place.width()) / 2, height() - place.height() - scaled(1)),
                     place.size());
    painter.fillRect(box, QColor(0x11, 0x11, 0x11, 215));
    painter.setPen(QColor(0xf4, 0xf4, 0xf4));
    painter.drawText(box.adjusted(scale, 0, 0, 0), Qt::AlignCenter, note);
    if (lens.legend) draw_legend(painter, box, *lens.legend);
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
    if (across_room_ && seen_lens_ == Lens::squint) return draw_from_afar(painter, place);
    draw(seen_->image);
    if (seen_lens_ != Lens::twin) return;
    painter.save();
    painter.setClipRect(QRectF(seam_x(), 0, width(), height()));
    draw(seen_->right);
    painter.restore();
}

void Canvas::draw_from_afar(QPainter& painter, const QRectF& place) const {
    constexpr int smaller = 6;
    const QSize size = (place.size() / smaller).toSize().expandedTo({1, 1});
    const QImage small = seen_->image.scaled(size * devicePixelRatioF(), Qt::IgnoreAspectRatio,
                                             Qt::SmoothTransformation);
    const QRectF middle(QPointF(width() - size.width(), height() - size.height()) / 2, size);
    painter.drawImage(middle, small.mirrored(transform_.mirrored(), transform_.upended()));
}

/// Stretched to the painting, so that places lie over each other.
void Canvas::draw_ghost(QPainter& painter) const {
    if (!has_ghost() || session_.outlook.stage() != Stage::values) return;
    constexpr double thin = 0.45;
    painter.save();
    painter.setOpacity(thin);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(transform_.picture_on_canvas(),
                      ghost_.mirrored(transform_.mirrored(), transform_.upended()));
    painter.restore();
}

/// All but what is shown by itself goes under.
void Canvas::draw_only(QPainter& painter) const {
    if (!only_) return;
    painter.save();
    // Rounded outwards, so that no row of pixels is left at the border.
    const QRectF whole = QRectF(transform_.picture_on_canvas().toAlignedRect());
    painter.setClipRect(whole);
    const bool x = transform_.mirrored(), y = transform_.upended();
    veil_.draw(painter, whole, x, y);
    painter.restore();
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
    const auto& comparison = session_.outlook.comparison();
    if (!comparison || !seen_ || seen_lens_ != Lens::twin) return;
    const QRectF whole = transform_.picture_on_canvas();
    const double inset = scaled(10);
    draw_label(painter, size(), whole.topLeft() + QPointF(inset, inset), comparison->left);
    const double length = label_width(painter, comparison->right);
    draw_label(painter, size(), whole.topRight() + QPointF(-inset - length, inset),
               comparison->right);
}

}  // namespace underpaint
