// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/version_pane.h"

#include <QApplication>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QWheelEvent>
#include <cmath>

#include "desk/kit/accessible.h"
#include "desk/kit/look.h"

namespace underpaint {

VersionPane::VersionPane(Session& session, VersionEdits& edits, const VersionsMeter& meter,
                         VersionSight& sight, QWidget* parent)
    : QWidget(parent), session_(session), edits_(edits), meter_(meter), sight_(sight) {
    setFocusPolicy(Qt::StrongFocus);
    set_accessible_role(*this, QAccessible::Graphic);
    setMinimumSize(scaled(320), scaled(240));
    connect(&sight_, &VersionSight::changed, this, qOverload<>(&QWidget::update));
    connect(&edits_, &VersionEdits::changed, this, qOverload<>(&QWidget::update));
}

void VersionPane::settle() {
    const Size size = edits_.painting().size();
    if (transform_.picture() != size) {
        const bool mirrored = transform_.mirrored();
        transform_.set_picture(size);
        if (mirrored) transform_.mirror();
    }
    transform_.set_canvas(place_size());
    if (isVisible()) sight_.want(shown_versions(), transform_.view_for(devicePixelRatioF()));
}

void VersionPane::draw_version(QPainter& painter, VersionId id, const QRectF& place) {
    if (const SeenVersion* version = meter_.find(id))
        sight_.draw(painter, *version, place, transform_);
}

void VersionPane::look(Looking how) {
    switch (how) {
        case Looking::fit: transform_.fit(); break;
        case Looking::one_to_one: {
            const QSizeF size = place_size();
            transform_.zoom_about({size.width() / 2, size.height() / 2}, 1 / devicePixelRatioF());
            break;
        }
        case Looking::mirror: transform_.mirror(); break;
        case Looking::upend: transform_.upend(); break;
    }
    update();
    emit mirrored_changed(transform_.mirrored());
}

void VersionPane::set_mirrored(bool on) {
    if (on != transform_.mirrored()) look(Looking::mirror);
}

void VersionPane::wheelEvent(QWheelEvent* event) {
    if (!session_.document.has_painting()) return;
    const auto place = place_at(event->position());
    if (!place) return event->ignore();
    transform_.zoom_about(event->position() - place->topLeft(),
                          transform_.zoom() * std::exp2(event->angleDelta().y() / 360.0));
    update();
    event->accept();
}

void VersionPane::mousePressEvent(QMouseEvent* event) {
    setFocus();
    if (!session_.document.has_painting() || event->button() != Qt::LeftButton) return;
    last_ = event->position();
    drag_ = press(last_) ? Drag::own : place_at(last_) ? Drag::pressed : Drag::none;
}

/// A hand that shakes while it clicks moves nothing.
void VersionPane::mouseMoveEvent(QMouseEvent* event) {
    const QPointF by = event->position() - last_;
    if (drag_ == Drag::pressed && by.manhattanLength() >= QApplication::startDragDistance())
        drag_ = Drag::pan;
    if (drag_ == Drag::own) drag(event->position());
    if (drag_ != Drag::pan || !session_.document.has_painting()) return;
    last_ = event->position();
    transform_.pan(by);
    update();
}

void VersionPane::mouseReleaseEvent(QMouseEvent*) {
    drag_ = Drag::none;
}

void VersionPane::keyPressEvent(QKeyEvent* event) {
    const bool larger = event->key() == Qt::Key_Plus, smaller = event->key() == Qt::Key_Minus;
    if (!session_.document.has_painting() || (!larger && !smaller))
        return QWidget::keyPressEvent(event);
    const QSizeF size = place_size();
    transform_.zoom_about({size.width() / 2, size.height() / 2},
                          transform_.zoom() * (larger ? 1.25 : 0.8));
    update();
}

}  // namespace underpaint
