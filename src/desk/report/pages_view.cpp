// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/report/pages_view.h"

#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"

namespace underpaint {
namespace {

constexpr double kPageRoom = 16;            // pixels around a page that fits the view
constexpr double kPoint = 96.0 / 72;        // pixels per point at 100 %
constexpr double kLeast = 0.2, kMost = 12;  // pixels per point
constexpr double kZoomStep = 1.25;
constexpr double kMostPixels = 40e6;  // the largest drawing of a page that is kept

}  // namespace

PagesView::PagesView(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName(QStringLiteral("pages_view"));
    set_accessible_role(*this, QAccessible::Document);
    setFocusPolicy(Qt::StrongFocus);
    connect(&session_.choices, &Choices::surround_changed, this, qOverload<>(&QWidget::update));
    say_page();
}

void PagesView::show_pages(std::shared_ptr<const PageLayout> pages) {
    if (pages == pages_) return;
    pages_ = std::move(pages);
    page_ = std::clamp(page_, 0, pages_ ? pages_->count() - 1 : 0);
    forget_image();
    keep_in_sight();
    say_page();
    emit turned();
}

void PagesView::set_hint(const QString& hint) {
    hint_ = hint;
    say_page();
    update();
}

/// Screen readers are told what stands on the page.
void PagesView::say_page() {
    setAccessibleName(pages_ ? tr("Page %1 of %2").arg(page_ + 1).arg(pages_->count())
                             : tr("The pages"));
    setAccessibleDescription(pages_ ? pages_->text(page_) : hint_);
}

void PagesView::turn_to(int page) {
    if (!pages_) return;
    page = std::clamp(page, 0, pages_->count() - 1);
    if (page == page_) return;
    page_ = page;
    forget_image();
    say_page();
    emit turned();
}

void PagesView::forget_image() {
    image_ = {};
    update();
}

double PagesView::fitted() const {
    if (!pages_) return kPoint;
    const QSizeF page = size_of(pages_->setup());
    const double room = 2.0 * scaled(kPageRoom);
    return std::max(kLeast,
                    std::min((width() - room) / page.width(), (height() - room) / page.height()));
}

QRectF PagesView::page_rect() const {
    if (!pages_) return {};
    QRectF place(QPointF(), size_of(pages_->setup()) * zoom());
    place.moveCenter(QRectF(rect()).center() + middle_);
    return place;
}

/// A page that is larger than the place covers it; a smaller one stands in its middle.
void PagesView::keep_in_sight() {
    const QRectF place = page_rect();
    const double room = scaled(kPageRoom);
    const auto kept = [&](double at, double page, double here) {
        const double spare = std::max(0.0, (page - here) / 2 + room);
        return page <= here ? 0.0 : std::clamp(at, -spare, spare);
    };
    middle_ = {kept(middle_.x(), place.width(), width()),
               kept(middle_.y(), place.height(), height())};
    update();
}

void PagesView::zoom_about(QPointF at, double zoom) {
    const double was = this->zoom();
    zoom_ = std::clamp(zoom, kLeast, kMost);
    const QPointF from = at - QRectF(rect()).center() - middle_;
    middle_ = at - QRectF(rect()).center() - from * (zoom_ / was);
    forget_image();
    keep_in_sight();
}

void PagesView::move_by(QPointF by) {
    middle_ += by;
    keep_in_sight();
}

void PagesView::look(Looking how) {
    if (how == Looking::fit) {
        zoom_ = 0;
        middle_ = {};
        forget_image();
    }
    if (how == Looking::one_to_one) zoom_about(QRectF(rect()).center(), kPoint);
}

void PagesView::resizeEvent(QResizeEvent*) {
    if (zoom_ <= 0) forget_image();
    keep_in_sight();
}

void PagesView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), grey_of_step(session_.choices.surround()));
    if (!pages_) {
        painter.setFont(body_font());
        const double light = session_.choices.surround();
        painter.setPen(light < 5.5 ? kDarkGreys.text : kLightGreys.text);
        painter.drawText(rect().adjusted(scaled(40), 0, -scaled(40), 0),
                         Qt::AlignCenter | Qt::TextWordWrap, hint_);
        return;
    }
    const QRectF place = page_rect();
    const double ratio = devicePixelRatioF();
    const QSizeF pixels = place.size() * ratio;
    const auto draw = [&](QPainter& on, QPointF at, double by) {
        on.translate(at);
        on.scale(by, by);
        on.setRenderHint(QPainter::Antialiasing);
        on.setRenderHint(QPainter::TextAntialiasing);
        pages_->draw(on, page_);
    };
    if (pixels.width() * pixels.height() > kMostPixels) {
        painter.setClipRect(place);
        return draw(painter, place.topLeft(), zoom());
    }
    if (image_.isNull()) {
        image_ = QImage(pixels.toSize().expandedTo({1, 1}), QImage::Format_RGB32);
        QPainter on(&image_);
        draw(on, {}, zoom() * ratio);
    }
    painter.drawImage(QRectF(place.topLeft().toPoint(), QSizeF(image_.size()) / ratio), image_);
}

void PagesView::wheelEvent(QWheelEvent* event) {
    const double notches = event->angleDelta().y() / 120.0;
    if (event->modifiers().testFlag(Qt::ControlModifier))
        zoom_about(event->position(), zoom() * std::pow(kZoomStep, notches));
    else if (page_rect().height() > height())
        move_by({0, notches * scaled(60)});
    else if (notches != 0)
        turn_to(page_ + (notches < 0 ? 1 : -1));
    event->accept();
}

void PagesView::mousePressEvent(QMouseEvent* event) {
    last_ = event->position();
    setCursor(Qt::ClosedHandCursor);
}

void PagesView::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons() == Qt::NoButton) return;
    move_by(event->position() - last_);
    last_ = event->position();
}

void PagesView::mouseReleaseEvent(QMouseEvent*) {
    unsetCursor();
}

void PagesView::keyPressEvent(QKeyEvent* event) {
    const QPointF middle = QRectF(rect()).center();
    const double step = scaled(40);
    switch (event->key()) {
        case Qt::Key_PageDown: return turn_to(page_ + 1);
        case Qt::Key_PageUp: return turn_to(page_ - 1);
        case Qt::Key_Home: return turn_to(0);
        case Qt::Key_End: return turn_to(pages_ ? pages_->count() - 1 : 0);
        case Qt::Key_Plus:
        case Qt::Key_Equal: return zoom_about(middle, zoom() * kZoomStep);
        case Qt::Key_Minus: return zoom_about(middle, zoom() / kZoomStep);
        case Qt::Key_Up: return move_by({0, step});
        case Qt::Key_Down: return move_by({0, -step});
        case Qt::Key_Left: return move_by({step, 0});
        case Qt::Key_Right: return move_by({-step, 0});
        default: QWidget::keyPressEvent(event);
    }
}

}  // namespace underpaint
