// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/view_transform.h"

#include <algorithm>
#include <cmath>

namespace underpaint {
namespace {

constexpr double kMostZoom = 32;

}  // namespace

void ViewTransform::set_picture(Size picture) {
    picture_ = picture;
    mirrored_ = upended_ = false;
    fit();
}

void ViewTransform::set_canvas(QSizeF canvas) {
    canvas_ = canvas;
    if (fit_) fit();
    keep_in_reach();
}

void ViewTransform::fit() {
    fit_ = true;
    if (picture_.area() == 0 || canvas_.isEmpty()) return;
    const double width = std::max(1.0, canvas_.width() - 2 * margin_);
    const double height = std::max(1.0, canvas_.height() - 2 * margin_);
    zoom_ = std::min({width / picture_.width, height / picture_.height, kMostZoom});
    centre_ = {picture_.width / 2.0, picture_.height / 2.0};
}

void ViewTransform::zoom_about(QPointF at, double zoom) {
    const QPointF held = to_picture(at);
    const double least =
        std::min(0.02, 16.0 / std::max(1, std::max(picture_.width, picture_.height)));
    zoom_ = std::clamp(zoom, least, kMostZoom);
    fit_ = false;
    const QPointF moved = to_picture(at);
    centre_ += held - moved;
    keep_in_reach();
}

void ViewTransform::pan(QPointF by) {
    fit_ = false;
    centre_ -= QPointF(by.x() * (mirrored_ ? -1 : 1), by.y() * (upended_ ? -1 : 1)) / zoom_;
    keep_in_reach();
}

/// The middle of the canvas always shows some of the picture.
void ViewTransform::keep_in_reach() {
    centre_.setX(std::clamp(centre_.x(), 0.0, static_cast<double>(picture_.width)));
    centre_.setY(std::clamp(centre_.y(), 0.0, static_cast<double>(picture_.height)));
}

QPointF ViewTransform::to_canvas(QPointF p) const {
    const QPointF from = (p - centre_) * zoom_;
    return {canvas_.width() / 2 + (mirrored_ ? -from.x() : from.x()),
            canvas_.height() / 2 + (upended_ ? -from.y() : from.y())};
}

QPointF ViewTransform::to_picture(QPointF c) const {
    const QPointF from(c.x() - canvas_.width() / 2, c.y() - canvas_.height() / 2);
    return centre_ +
           QPointF(mirrored_ ? -from.x() : from.x(), upended_ ? -from.y() : from.y()) / zoom_;
}

QRectF ViewTransform::to_canvas(const View& view) const {
    // The last pixel of a level may cover less than a whole one.
    const double right = std::min<double>(view.area.right() * view.shrink, picture_.width);
    const double bottom = std::min<double>(view.area.bottom() * view.shrink, picture_.height);
    return QRectF(to_canvas(QPointF(view.area.x * view.shrink, view.area.y * view.shrink)),
                  to_canvas(QPointF(right, bottom)))
        .normalized();
}

QRectF ViewTransform::picture_on_canvas() const {
    return to_canvas(View{1, rect_of(picture_)});
}

View ViewTransform::view_for(double ratio) const {
    View view{std::max(1.0, 1 / (zoom_ * ratio)), {}};
    const QRectF seen =
        QRectF(to_picture({0, 0}), to_picture({canvas_.width(), canvas_.height()})).normalized();
    const auto floor = [&](double v) { return static_cast<int>(std::floor(v / view.shrink)); };
    const Rect wanted{floor(seen.left()), floor(seen.top()),
                      floor(seen.right()) - floor(seen.left()) + 1,
                      floor(seen.bottom()) - floor(seen.top()) + 1};
    view.area = intersection(wanted, rect_of(size_at(picture_, view.shrink)));
    return view;
}

}  // namespace underpaint
