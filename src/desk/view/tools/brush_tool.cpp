// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/tools/brush_tool.h"

#include <algorithm>
#include <cmath>

#include "painting/changes.h"

namespace underpaint {

SharedPicture unpainted(Size size) {
    // 16 bits: a light touch of a brush with little flow adds less than 1/255.
    return share(Picture(size, Channels::grey, Depth::bits16));
}

void BrushTool::set_target(std::optional<BrushTarget> target) {
    if (target_ == target) return;
    release();
    target_ = target;
}

/// Null when what is to be painted is not there, or no longer.
const Pass* BrushTool::pass() const {
    if (!target_ || !session_.document.has_painting()) return nullptr;
    const auto& passes = passes_at(session_.document.painting(), target_->stage);
    if (target_->pass >= passes.size()) return nullptr;
    const Pass& pass = passes[target_->pass];
    const bool colour = target_->what == BrushTarget::What::colour;
    return colour && !std::holds_alternative<Painted>(pass.source) ? nullptr : &pass;
}

/// What a stroke goes on: a picture of the painting's size.
SharedPicture BrushTool::canvas_of(const Pass& pass) const {
    const Size size = session_.document.painting().size();
    if (target_->what == BrushTarget::What::colour)
        return as_large_as(size, std::get<Painted>(pass.source)).pixels;
    return pass.reach.painted ? pass.reach.painted : unpainted(size);
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
    // Fractions of a pixel are not worth showing.
    if (brush.radius > 20) brush.radius = std::round(brush.radius);
    set_brush(brush);
}

bool BrushTool::press(QPointF canvas, double pressure) {
    release();
    const Pass* pass = this->pass();
    if (pass == nullptr) return true;
    shared_ = canvas_of(*pass);
    picture_ = shared_->base();
    stroke_.emplace(brush_, angles_);
    move(canvas, pressure);
    return true;
}

void BrushTool::move(QPointF canvas, double pressure) {
    at_ = canvas;
    if (!stroke_) return;
    const QPointF at = transform_.to_picture(canvas);
    fresh_ = united(fresh_, stroke_->move(*picture_, {{at.x(), at.y()}, pressure}));
    // A pen reports more often than the screen is drawn: the points that have arrived are laid
    // together.
    if (!fresh_.empty() && !std::exchange(waiting_, true))
        QMetaObject::invokeMethod(this, &BrushTool::lay_down, Qt::QueuedConnection);
}

void BrushTool::lay_down() {
    waiting_ = false;
    const Pass* now = pass();
    if (!stroke_ || fresh_.empty() || now == nullptr) return;
    picture_->settle(fresh_);  // tiles of a single colour are stored as one
    shared_ = share(*picture_, shared_, fresh_);
    fresh_ = {};
    Pass changed = *now;
    const bool colour = target_->what == BrushTarget::What::colour;
    if (colour)
        changed.source = Painted{shared_, 0, 0};
    else
        changed.reach.painted = shared_;
    const QString label = colour ? (brush_.takes_off ? tr("Erase") : tr("Paint colour"))
                                 : (brush_.takes_off ? tr("Take reach off") : tr("Paint reach"));
    session_.document.change(label,
                             with_changed_pass(session_.document.painting(), target_->pass,
                                               std::move(changed), target_->stage),
                             QStringLiteral("stroke"));
}

void BrushTool::release() {
    if (!stroke_) return;
    lay_down();
    stroke_.reset();
    picture_.reset();
    shared_.reset();
    session_.document.end_gesture();
    emit stroke_ended();
}

bool BrushTool::key(const QKeyEvent& event) {
    switch (event.key()) {
        case Qt::Key_BracketLeft: resize(0.85); return true;
        case Qt::Key_BracketRight: resize(1 / 0.85); return true;
        case Qt::Key_C: emit wants_colour(transform_.to_picture(at_)); return true;
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
