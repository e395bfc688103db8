// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/tools/outline_tool.h"

#include <QPolygonF>
#include <utility>

#include "desk/kit/look.h"

namespace underpaint {
namespace {

constexpr int kLeastMove = 3;             // pixels between two points of a line drawn by hand
constexpr std::size_t kLeastPoints = 3;   // points that an outline needs
constexpr std::size_t kDrawnPoints = 12;  // with more points a line counts as drawn by hand
// Pixels: a drawn line that ends so near to its beginning is closed.
constexpr double kNearBegin = 40;

}  // namespace

bool OutlineTool::press(QPointF at, double) {
    drawing_ = true;
    tip_ = at;
    add(at);
    return true;
}

void OutlineTool::move(QPointF at, double) {
    tip_ = at;
    if ((at - last_).manhattanLength() >= kLeastMove) add(at);
}

void OutlineTool::add(QPointF at) {
    const QPointF p = transform_.to_picture(at);
    points_.push_back({p.x(), p.y()});
    last_ = at;
}

/// A drawn line that has come round is a finished outline; single points go on.
void OutlineTool::release() {
    if (!std::exchange(drawing_, false) || points_.size() <= kDrawnPoints) return;
    const QPointF first = transform_.to_canvas(QPointF(points_.front().x, points_.front().y));
    if ((first - last_).manhattanLength() < scaled(kNearBegin)) finish();
}

bool OutlineTool::finish() {
    if (points_.size() < kLeastPoints) return false;
    const auto points = std::move(points_);
    emit done();
    emit outlined(points);
    return true;
}

bool OutlineTool::key(const QKeyEvent& event) {
    switch (event.key()) {
        case Qt::Key_Return:
        case Qt::Key_Enter: return finish();
        case Qt::Key_Backspace:
            if (points_.empty()) return false;
            points_.pop_back();
            return true;
        default: return false;
    }
}

void OutlineTool::put_down() {
    points_.clear();
    drawing_ = false;
}

void OutlineTool::draw(QPainter& painter, const PointerAt&) const {
    QPolygonF line;
    for (const Point& p : points_) line << transform_.to_canvas(QPointF(p.x, p.y));
    if (!drawing_ && !line.isEmpty()) line << tip_;
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
