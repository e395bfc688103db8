// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/tools/handles_tool.h"

#include <cmath>
#include <numbers>
#include <utility>

#include "desk/kit/look.h"

namespace underpaint {
namespace {

constexpr int kCorners = 96;  // corners of the polygon that draws a circle

}  // namespace

QPolygonF ring_around(QPointF centre, double radius) {
    QPolygonF ring;
    for (int i = 0; i < kCorners; ++i) {
        const double angle = 2 * std::numbers::pi * i / kCorners;
        ring << centre + radius * QPointF(std::cos(angle), std::sin(angle));
    }
    return ring;
}

void HandlesTool::set_shape(CanvasShape shape) {
    if (shape.outlines == shape_.outlines && shape.handles == shape_.handles) return;
    shape_ = std::move(shape);
    emit shape_changed();
}

std::optional<std::size_t> HandlesTool::handle_near(QPointF canvas) const {
    std::optional<std::size_t> nearest;
    double least = scaled(10);
    for (std::size_t i = 0; i < shape_.handles.size(); ++i) {
        const QPointF away = transform_.to_canvas(shape_.handles[i]) - canvas;
        if (const double distance = std::hypot(away.x(), away.y()); distance < least)
            least = distance, nearest = i;
    }
    return nearest;
}

bool HandlesTool::inside(QPointF canvas) const {
    return !shape_.outlines.empty() &&
           shape_.outlines.front().containsPoint(transform_.to_picture(canvas), Qt::OddEvenFill);
}

bool HandlesTool::press(QPointF canvas, double) {
    held_ = handle_near(canvas);
    dragging_ = held_.has_value() || inside(canvas);
    last_ = transform_.to_picture(canvas);
    return dragging_;
}

void HandlesTool::move(QPointF canvas, double) {
    if (!dragging_) return;
    const QPointF at = transform_.to_picture(canvas);
    const QPointF by = at - std::exchange(last_, at);
    if (held_)
        emit handle_dragged(*held_, at);
    else
        emit moved_by(by);
}

void HandlesTool::release() {
    if (std::exchange(dragging_, false)) emit released();
}

bool HandlesTool::key(const QKeyEvent& event) {
    if (shape_.outlines.empty()) return false;
    const Size size = transform_.picture();
    const double by = std::max(1.0, std::max(size.width, size.height) / 400.0);
    switch (event.key()) {
        case Qt::Key_Left: emit moved_by({-by, 0}); break;
        case Qt::Key_Right: emit moved_by({by, 0}); break;
        case Qt::Key_Up: emit moved_by({0, -by}); break;
        case Qt::Key_Down: emit moved_by({0, by}); break;
        default: return false;
    }
    return true;
}

std::optional<Qt::CursorShape> HandlesTool::cursor_at(QPointF canvas) const {
    if (handle_near(canvas)) return Qt::CrossCursor;
    return inside(canvas) ? std::optional(Qt::SizeAllCursor) : std::nullopt;
}

void HandlesTool::draw(QPainter& painter, const PointerAt&) const {
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setBrush(Qt::NoBrush);
    for (const QPolygonF& outline : shape_.outlines) {
        QPolygonF line;
        for (const QPointF& p : outline) line << transform_.to_canvas(p);
        painter.setPen(QPen(QColor(0, 0, 0, 150), 2.6));
        painter.drawPolygon(line);
        painter.setPen(QPen(QColor(255, 255, 255, 220), 1.1, Qt::DashLine));
        painter.drawPolygon(line);
    }
    painter.setPen(QPen(QColor(0, 0, 0, 190), 1.4));
    painter.setBrush(QColor(244, 244, 244));
    const double side = scaled(8);
    for (const QPointF& handle : shape_.handles) {
        const QPointF at = transform_.to_canvas(handle);
        painter.drawRect(QRectF(at.x() - side / 2, at.y() - side / 2, side, side));
    }
    painter.setBrush(Qt::NoBrush);
}

}  // namespace underpaint
