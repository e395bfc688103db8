// SPDX-License-Identifier: GPL-3.0-or-later
// What the canvas makes of pointer and keys.
#include <QKeyEvent>
#include <QMouseEvent>
#include <QTabletEvent>
#include <QWheelEvent>
#include <utility>

#include "desk/kit/look.h"
#include "desk/view/canvas.h"

namespace underpaint {
namespace {

constexpr double kMousePressure = 1;  // a mouse has no pressure

}  // namespace

bool Canvas::over_seam(QPointF at) const {
    return seen_ && seen_lens_ == Lens::twin && std::abs(at.x() - seam_x()) < scaled(6) &&
           transform_.picture_on_canvas().contains(at);
}

Qt::CursorShape Canvas::cursor_over(QPointF at) const {
    if (tool_ != Tool::none) return Qt::CrossCursor;
    if (over_seam(at) && !foci_.placing()) return Qt::SplitHCursor;
    return handles_.cursor_at(at).value_or(foci_.cursor_at(at));
}

void Canvas::resizeEvent(QResizeEvent*) {
    transform_.set_canvas(size());
    refresh();
}

void Canvas::wheelEvent(QWheelEvent* event) {
    if (!session_.document.has_painting()) return;
    transform_.zoom_about(event->position(),
                          transform_.zoom() * std::exp2(event->angleDelta().y() / 360.0));
    refresh();
    update();
    event->accept();
}

void Canvas::mousePressEvent(QMouseEvent* event) {
    if (!session_.document.has_painting()) return;
    const QPointF at = last_ = event->position();
    const bool left = event->button() == Qt::LeftButton;
    dragged_ = nullptr;
    if (left && tool_ != Tool::none) {
        if (in_hand()->press(at, kMousePressure)) drag_ = Drag::tool, dragged_ = in_hand();
    } else if (left && only_ && !veil_.covers(to_unit(at))) {
        show_only(nullptr);  // a click beside the part ends it
    } else if (left && over_seam(at)) {
        drag_ = Drag::seam;
    } else if (left && handles_.press(at, kMousePressure)) {
        drag_ = Drag::tool, dragged_ = &handles_;
    } else if (left && foci_.press(at, kMousePressure)) {
        drag_ = Drag::tool, dragged_ = &foci_;
    } else if (left || event->button() == Qt::MiddleButton) {
        drag_ = Drag::pan;
    }
    update();
}

/// A place of the canvas in the picture, whose sides are 1 long.
QPointF Canvas::to_unit(QPointF at) const {
    const QPointF picture = transform_.to_picture(at);
    const Size size = session_.document.painting().size();
    return {picture.x() / size.width, picture.y() / size.height};
}

void Canvas::mouseMoveEvent(QMouseEvent* event) {
    if (!session_.document.has_painting()) return;
    const QPointF at = event->position();
    switch (drag_) {
        case Drag::pan:
            transform_.pan(at - last_);
            refresh();
            break;
        case Drag::seam: {
            const QRectF whole = transform_.picture_on_canvas();
            seam_ = std::clamp((at.x() - whole.left()) / whole.width(), 0.0, 1.0);
            break;
        }
        case Drag::tool: dragged_->move(at, kMousePressure); break;
        case Drag::none:
            if (CanvasTool* tool = in_hand()) tool->hover(at);
            setCursor(cursor_over(at));
            break;
    }
    point(at);
}

/// The pointer has come to `at`.
void Canvas::point(QPointF at) {
    last_ = at;
    update();
    const QPointF picture = transform_.to_picture(at);
    const Size size = session_.document.painting().size();
    emit pointed(picture, pixel_at(size, {picture.x(), picture.y()}).has_value());
}

void Canvas::mouseReleaseEvent(QMouseEvent*) {
    if (std::exchange(drag_, Drag::none) == Drag::tool) dragged_->release();
}

/// A pen paints with its pressure; for all else it is a mouse, as which its events come again when
/// they are left alone.
void Canvas::tabletEvent(QTabletEvent* event) {
    event->ignore();
    CanvasTool* tool = in_hand();
    if (!session_.document.has_painting() || tool == nullptr || !tool->wants_pen()) return;
    const QPointF at = event->position();
    switch (event->type()) {
        case QEvent::TabletPress:
            if (event->button() != Qt::LeftButton) return;
            drag_ = Drag::tool, dragged_ = tool;
            tool->press(at, event->pressure());
            break;
        case QEvent::TabletMove:
            if (drag_ == Drag::tool) tool->move(at, event->pressure());
            break;
        case QEvent::TabletRelease:
            if (std::exchange(drag_, Drag::none) == Drag::tool) tool->release();
            break;
        default: return;
    }
    point(at);
    event->accept();
}

void Canvas::mouseDoubleClickEvent(QMouseEvent* event) {
    if (!session_.document.has_painting() || event->button() != Qt::LeftButton) return;
    if (CanvasTool* tool = in_hand()) {
        drag_ = Drag::tool, dragged_ = tool;
        tool->double_click(event->position(), kMousePressure);
    } else {
        transform_.fits() ? one_to_one() : fit();
    }
}

void Canvas::leaveEvent(QEvent*) {
    emit pointed({}, false);
}

/// The tool in hand first, which Escape puts down, or else the foci.
bool Canvas::key(const QKeyEvent& event) {
    if (!session_.document.has_painting()) return false;
    CanvasTool* tool = in_hand();
    const bool taken = tool != nullptr ? tool->key(event) : handles_.key(event) || foci_.key(event);
    const bool puts_down = !taken && tool != nullptr && event.key() == Qt::Key_Escape;
    const bool takes = !taken && tool == nullptr && event.key() == Qt::Key_C &&
                       event.modifiers() == Qt::NoModifier && underMouse();
    if (puts_down) put_down();
    if (takes) emit takes_colour(transform_.to_picture(last_));
    if (taken || puts_down) update();
    return taken || puts_down || takes;
}

void Canvas::keyPressEvent(QKeyEvent* event) {
    if (!key(*event)) QWidget::keyPressEvent(event);
}

}  // namespace underpaint
