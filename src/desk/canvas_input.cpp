// SPDX-License-Identifier: GPL-3.0-or-later
// What the canvas makes of pointer and keys.
#include <QKeyEvent>
#include <QMouseEvent>
#include <QTabletEvent>
#include <QWheelEvent>

#include "desk/canvas.h"
#include "desk/look.h"

namespace underpaint {
namespace {

constexpr double kMousePressure = 1;  // a mouse can only press or not

}  // namespace

bool Canvas::over_seam(QPointF at) const {
    return seen_ && seen_lens_ == Lens::twin && std::abs(at.x() - seam_x()) < scaled(6) &&
           transform_.picture_on_canvas().contains(at);
}

Qt::CursorShape Canvas::cursor_over(QPointF at) const {
    if (tool_ != Tool::none || focus_tool_.placing()) return Qt::CrossCursor;
    if (over_seam(at)) return Qt::SplitHCursor;
    if (!editing_foci_) return Qt::ArrowCursor;
    switch (focus_tool_.grip_at(at)) {
        case FocusTool::Grip::rim: return Qt::SizeAllCursor;
        case FocusTool::Grip::centre: return Qt::OpenHandCursor;
        case FocusTool::Grip::none: break;
    }
    return Qt::ArrowCursor;
}

void Canvas::resizeEvent(QResizeEvent*) {
    transform_.set_canvas(size());
    refresh();
}

void Canvas::wheelEvent(QWheelEvent* event) {
    if (!session_.has_painting()) return;
    transform_.zoom_about(event->position(),
                          transform_.zoom() * std::exp2(event->angleDelta().y() / 360.0));
    refresh();
    update();
    event->accept();
}

void Canvas::mousePressEvent(QMouseEvent* event) {
    if (!session_.has_painting()) return;
    const QPointF at = last_ = event->position();
    const bool left = event->button() == Qt::LeftButton;
    if (left && tool_ == Tool::outline) {
        drag_ = Drag::outline;
        add_point(at);
    } else if (left && tool_ == Tool::pick) {
        const QPointF picture = transform_.to_picture(at);
        const Size size = session_.painting().size();
        if (QRectF(0, 0, size.width, size.height).contains(picture)) emit picked(picture);
    } else if (left && tool_ == Tool::brush) {
        drag_ = Drag::brush;
        brush_.press(at, kMousePressure);
    } else if (left && only_ && !veil_.covers(to_unit(at))) {
        show_only(nullptr);  // a click beside it
    } else if (left && over_seam(at)) {
        drag_ = Drag::seam;
    } else if (left && editing_foci_ && take_focus(at)) {
        drag_ = Drag::focus;
    } else if (left || event->button() == Qt::MiddleButton) {
        drag_ = Drag::pan;
    }
    update();
}

/// A place of the canvas in the picture, whose sides are 1 long.
QPointF Canvas::to_unit(QPointF at) const {
    const QPointF picture = transform_.to_picture(at);
    const Size size = session_.painting().size();
    return {picture.x() / size.width, picture.y() / size.height};
}

bool Canvas::take_focus(QPointF at) {
    const bool placing = focus_tool_.placing();
    const bool held = focus_tool_.press(at);
    if (placing) emit placing_changed();
    return held;
}

void Canvas::mouseMoveEvent(QMouseEvent* event) {
    if (!session_.has_painting()) return;
    const QPointF at = event->position();
    outline_tip_ = at;
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
        case Drag::outline:
            if ((at - last_).manhattanLength() < 3) return;
            add_point(at);
            break;
        case Drag::focus: focus_tool_.move(at); break;
        case Drag::brush: brush_.move(at, kMousePressure); break;
        case Drag::none: setCursor(cursor_over(at)); break;
    }
    point(at);
}

/// The pointer has come to `at`.
void Canvas::point(QPointF at) {
    last_ = at;
    update();
    const QPointF picture = transform_.to_picture(at);
    const Size size = session_.painting().size();
    emit pointed(picture, QRectF(0, 0, size.width, size.height).contains(picture));
}

void Canvas::mouseReleaseEvent(QMouseEvent*) {
    if (drag_ == Drag::focus) focus_tool_.release();
    if (drag_ == Drag::brush) brush_.release();
    // A drawn line that has come round is a finished outline; single points go on.
    const bool drawn = drag_ == Drag::outline && outline_.size() > 12;
    drag_ = Drag::none;
    if (drawn) {
        const QPointF first = transform_.to_canvas(QPointF(outline_.front().x, outline_.front().y));
        if ((first - last_).manhattanLength() < scaled(40)) finish_outline();
    }
}

/// A pen paints with its pressure; for all else it is a mouse, as which its events come again when
/// they are left alone.
void Canvas::tabletEvent(QTabletEvent* event) {
    event->ignore();
    if (!session_.has_painting() || tool_ != Tool::brush) return;
    const QPointF at = event->position();
    switch (event->type()) {
        case QEvent::TabletPress:
            if (event->button() != Qt::LeftButton) return;
            drag_ = Drag::brush;
            brush_.press(at, event->pressure());
            break;
        case QEvent::TabletMove:
            if (drag_ == Drag::brush) brush_.move(at, event->pressure());
            break;
        case QEvent::TabletRelease:
            if (drag_ == Drag::brush) brush_.release();
            drag_ = Drag::none;
            break;
        default: return;
    }
    point(at);
    event->accept();
}

void Canvas::mouseDoubleClickEvent(QMouseEvent* event) {
    if (tool_ == Tool::outline)
        finish_outline();
    else if (tool_ == Tool::brush)
        mousePressEvent(event);
    else if (tool_ != Tool::none)
        return;  // what was picked by the first click is not picked again
    else if (event->button() == Qt::LeftButton && session_.has_painting())
        transform_.fits() ? one_to_one() : fit();
}

void Canvas::leaveEvent(QEvent*) {
    emit pointed({}, false);
}

/// Arrows move the chosen focus, plus and minus resize it, Delete removes it.
bool Canvas::focus_key(QKeyEvent* event) {
    if (!editing_foci_ || tool_ != Tool::none) return false;
    if (focus_tool_.placing() && event->key() == Qt::Key_Escape) {
        focus_tool_.cancel_placing();
        emit placing_changed();
        return true;
    }
    if (!focus_tool_.chosen()) return false;
    const double by = event->modifiers().testFlag(Qt::ShiftModifier) ? 0.001 : 0.01;
    switch (event->key()) {
        case Qt::Key_Left: focus_tool_.nudge(-by, 0); break;
        case Qt::Key_Right: focus_tool_.nudge(by, 0); break;
        case Qt::Key_Up: focus_tool_.nudge(0, -by); break;
        case Qt::Key_Down: focus_tool_.nudge(0, by); break;
        case Qt::Key_Plus: focus_tool_.grow(5 * by); break;
        case Qt::Key_Minus: focus_tool_.grow(-5 * by); break;
        case Qt::Key_Delete: focus_tool_.remove(); break;
        case Qt::Key_Escape: focus_tool_.let_go(); break;
        default: return false;
    }
    update();
    return true;
}

/// Enter closes an outline, Backspace takes a point back; the brackets size the brush; Escape puts
/// down whatever tool is in hand.
bool Canvas::tool_key(QKeyEvent* event) {
    if (tool_ == Tool::none) return false;
    switch (event->key()) {
        case Qt::Key_Return:
        case Qt::Key_Enter: finish_outline(); return tool_ == Tool::none;
        case Qt::Key_Backspace:
            if (outline_.empty()) return false;
            outline_.pop_back();
            break;
        case Qt::Key_BracketLeft: brush_.resize(0.85); break;
        case Qt::Key_BracketRight: brush_.resize(1 / 0.85); break;
        case Qt::Key_Escape: put_down(); break;
        default: return false;
    }
    update();
    return true;
}

void Canvas::keyPressEvent(QKeyEvent* event) {
    if (focus_key(event) || tool_key(event)) return;
    QWidget::keyPressEvent(event);
}

}  // namespace underpaint
