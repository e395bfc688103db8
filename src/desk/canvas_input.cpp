// SPDX-License-Identifier: GPL-3.0-or-later
// What the canvas makes of pointer and keys.
#include <QKeyEvent>
#include <QMouseEvent>
#include <QWheelEvent>

#include "desk/canvas.h"
#include "desk/look.h"

namespace underpaint {

bool Canvas::over_seam(QPointF at) const {
    return seen_ && seen_lens_ == Lens::twin && std::abs(at.x() - seam_x()) < scaled(6) &&
           transform_.picture_on_canvas().contains(at);
}

Qt::CursorShape Canvas::cursor_over(QPointF at) const {
    if (outlining_ || focus_tool_.placing()) return Qt::CrossCursor;
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
    last_ = event->position();
    if (editing_foci_ && !outlining_ && event->button() == Qt::LeftButton) {
        const bool placing = focus_tool_.placing();
        const bool held = focus_tool_.press(event->position());
        if (placing) emit placing_changed();
        update();
        if (held) {
            drag_ = Drag::focus;
            return;
        }
    }
    if (outlining_ && event->button() == Qt::LeftButton) {
        drag_ = Drag::outline;
        add_point(event->position());
    } else if (event->button() == Qt::LeftButton && over_seam(event->position())) {
        drag_ = Drag::seam;
    } else if (event->button() == Qt::LeftButton || event->button() == Qt::MiddleButton) {
        drag_ = Drag::pan;
    }
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
        case Drag::none: setCursor(cursor_over(at)); break;
    }
    last_ = at;
    update();
    const QPointF picture = transform_.to_picture(at);
    const Size size = session_.painting().size();
    emit pointed(picture, QRectF(0, 0, size.width, size.height).contains(picture));
}

void Canvas::mouseReleaseEvent(QMouseEvent*) {
    // A drawn line that has come round is a finished outline; single points go on.
    if (drag_ == Drag::focus) focus_tool_.release();
    const bool drawn = drag_ == Drag::outline && outline_.size() > 12;
    drag_ = Drag::none;
    if (drawn) {
        const QPointF first = transform_.to_canvas(QPointF(outline_.front().x, outline_.front().y));
        if ((first - last_).manhattanLength() < scaled(40)) finish_outline();
    }
}

void Canvas::mouseDoubleClickEvent(QMouseEvent* event) {
    if (outlining_)
        finish_outline();
    else if (event->button() == Qt::LeftButton && session_.has_painting())
        transform_.fits() ? one_to_one() : fit();
}

void Canvas::leaveEvent(QEvent*) {
    emit pointed({}, false);
}

/// Arrows move the chosen focus, plus and minus resize it, Delete removes it.
bool Canvas::focus_key(QKeyEvent* event) {
    if (!editing_foci_ || outlining_) return false;
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

void Canvas::keyPressEvent(QKeyEvent* event) {
    if (focus_key(event)) return;
    if (outlining_ && (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter))
        finish_outline();
    else if (outlining_ && event->key() == Qt::Key_Escape)
        cancel_outline();
    else if (outlining_ && event->key() == Qt::Key_Backspace && !outline_.empty())
        outline_.pop_back(), update();
    else if (sight_.shown_pass && event->key() == Qt::Key_Escape)
        show_moved(std::nullopt);
    else
        QWidget::keyPressEvent(event);
}

}  // namespace underpaint
