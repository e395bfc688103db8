// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/tools/brush_tool.h"

#include <algorithm>
#include <cmath>

#include "painting/changes.h"

namespace underpaint {

SharedPicture unpainted(Size size) {
    // 16 bits: a light touch of a brush with little flow is less than one of 255 levels.
    return share(Picture(size, Channels::grey, Depth::bits16));
}

void BrushTool::set_pass(std::optional<std::size_t> value_pass) {
    if (pass_ == value_pass) return;
    release();
    pass_ = value_pass;
}

void BrushTool::set_brush(const Brush& brush) {
    if (brush == brush_) return;
    brush_ = brush;
    emit brush_changed();
}

void BrushTool::resize(double by) {
    const Size size = session_.document.painting().size();
    Brush brush = brush_;
    const double most = std::max(size.width, size.height) / 2.0 + 1;
    brush.radius = std::clamp(brush.radius * by, 1.0, most);
    if (brush.radius > 20) brush.radius = std::round(brush.radius);  // parts of a pixel say nothing
    set_brush(brush);
}

bool BrushTool::press(QPointF canvas, double pressure) {
    release();
    if (!pass_ || *pass_ >= session_.document.painting().values.size()) return true;
    shared_ = session_.document.painting().values[*pass_].reach.painted;
    if (!shared_) shared_ = unpainted(session_.document.painting().size());
    mask_ = shared_->base();
    stroke_.emplace(brush_);
    move(canvas, pressure);
    return true;
}

void BrushTool::move(QPointF canvas, double pressure) {
    if (!stroke_) return;
    const QPointF at = transform_.to_picture(canvas);
    fresh_ = united(fresh_, stroke_->move(*mask_, {{at.x(), at.y()}, pressure}));
    // A pen reports far more often than the screen can follow: what has come by then goes together.
    if (!fresh_.empty() && !std::exchange(waiting_, true))
        QMetaObject::invokeMethod(this, &BrushTool::lay_down, Qt::QueuedConnection);
}

void BrushTool::lay_down() {
    waiting_ = false;
    if (!stroke_ || fresh_.empty() || *pass_ >= session_.document.painting().values.size()) return;
    shared_ = share(*mask_, shared_, fresh_);
    fresh_ = {};
    Pass pass = session_.document.painting().values[*pass_];
    pass.reach.painted = shared_;
    session_.document.change(
        brush_.takes_off ? tr("Take reach off") : tr("Paint reach"),
        with_changed_pass(session_.document.painting(), *pass_, std::move(pass), Stage::values),
        QStringLiteral("stroke"));
}

void BrushTool::release() {
    if (!stroke_) return;
    lay_down();
    stroke_.reset();
    mask_.reset();
    shared_.reset();
    session_.document.end_gesture();
}

bool BrushTool::key(const QKeyEvent& event) {
    switch (event.key()) {
        case Qt::Key_BracketLeft: resize(0.85); return true;
        case Qt::Key_BracketRight: resize(1 / 0.85); return true;
        default: return false;
    }
}

/// The brush's rim, and its hard core where it has one.
void BrushTool::draw(QPainter& painter, const PointerAt& pointer) const {
    if (!pointer.over) return;
    painter.setBrush(Qt::NoBrush);
    for (const double share : {1.0, brush_.hardness}) {
        const double radius = share * brush_.radius * transform_.zoom();
        if (radius < 1) continue;
        painter.setPen(QPen(QColor(0, 0, 0, 150), 2.6));
        painter.drawEllipse(pointer.canvas, radius, radius);
        painter.setPen(QPen(QColor(255, 255, 255, share < 1 ? 120 : 230), 1.1));
        painter.drawEllipse(pointer.canvas, radius, radius);
    }
}

}  // namespace underpaint
