// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/canvas.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QPolygonF>
#include <QWheelEvent>

#include "colour/reader.h"
#include "desk/greys.h"
#include "desk/look.h"

namespace underpaint {
namespace {

QColor surround_of(double step) {
    const int level = qRound(255 * encoded_grey_of(lightness_of_step(static_cast<float>(step))));
    return {level, level, level};
}

}  // namespace

Canvas::Canvas(Session& session, const Measuring& measuring, QWidget* parent)
    : QWidget(parent), session_(session), measuring_(measuring) {
    setObjectName(QStringLiteral("canvas"));
    setAccessibleName(tr("The painting"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumSize(scaled(240), scaled(180));
    transform_.set_margin(scaled(22));
    connect(&projector_, &Projector::shown, this, &Canvas::take);
    connect(&session_, &Session::begun, this, &Canvas::begin_painting);
    connect(&session_, &Session::painting_changed, this, &Canvas::refresh);
    connect(&session_, &Session::moment_changed, this, [this] {
        show_moved(std::nullopt);
        refresh();
    });
    connect(&session_, &Session::reader_changed, this, &Canvas::refresh);
    connect(&session_, &Session::surround_changed, this, qOverload<>(&QWidget::update));
    connect(&measuring_, &Measuring::figures_changed, this, qOverload<>(&QWidget::update));
}

void Canvas::begin_painting() {
    cancel_outline();
    seen_.reset();
    sight_.shown_pass.reset();
    transform_.set_picture(session_.painting().size());
    transform_.set_canvas(size());
}

void Canvas::set_lens(Lens lens) {
    if (lens == sight_.lens) return;
    sight_.lens = lens;
    emit lens_changed();
    refresh();
}

void Canvas::peek(std::optional<Lens> lens) {
    if (peeked_ == lens) return;
    peeked_ = lens;
    refresh();
}

void Canvas::peek_before(bool held) {
    if (peek_before_ == held) return;
    peek_before_ = held;
    refresh();
}

void Canvas::set_twin(Lens left, Lens right) {
    sight_.left = left;
    sight_.right = right;
    refresh();
}

void Canvas::show_moved(std::optional<std::size_t> pass) {
    if (pass == sight_.shown_pass) return;
    sight_.shown_pass = pass;
    emit shown_moved_changed();
    refresh();
}

Sight Canvas::wanted_sight() const {
    Sight sight = sight_;
    sight.upto = session_.moment();
    sight.reader = session_.reader();
    if (sight.shown_pass && *sight.shown_pass >= session_.painting().passes.size())
        sight.shown_pass.reset();
    if (peeked_) {
        sight.lens = *peeked_;
        sight.shown_pass.reset();
    }
    if (peek_before_ && sight.upto > 0) {
        --sight.upto;
        sight.shown_pass.reset();
    }
    return sight;
}

void Canvas::refresh() {
    if (!session_.has_painting()) return;
    const View view = transform_.view_for(devicePixelRatioF());
    if (view.area.empty()) return update();
    projector_.show(session_.painting(), wanted_sight(), view);
}

void Canvas::take(const Seen& seen, Lens lens) {
    seen_ = seen;
    seen_lens_ = lens;
    update();
}

// --- drawing

void Canvas::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), surround_of(session_.surround()));
    if (!session_.has_painting()) return;
    draw_picture(painter);
    painter.setRenderHint(QPainter::Antialiasing);
    draw_foci(painter);
    draw_seam(painter);
    draw_outline(painter);
    if (seen_ && seen_lens_ == Lens::drift) {
        painter.setFont(secondary_font());
        const QString note =
            tr("Tinted by drift: amber reads lighter than sealed, blue darker; full "
               "at one step");
        const QRectF place = QRectF(painter.fontMetrics().boundingRect(note))
                                 .adjusted(-scaled(7), -scaled(3), scaled(7), scaled(3));
        const QRectF box(
            QPointF((width() - place.width()) / 2, height() - place.height() - scaled(1)),
            place.size());
        painter.fillRect(box, QColor(0x11, 0x11, 0x11, 215));
        painter.setPen(QColor(0xf4, 0xf4, 0xf4));
        painter.drawText(box, Qt::AlignCenter, note);
    }
}

/// An image that was made for this very size is moved by less than a pixel of the screen, so that
/// none of its pixels is smeared over two.
QRectF Canvas::on_device_pixels(const QRectF& place, QSize image) const {
    const double ratio = devicePixelRatioF();
    const QSizeF size = QSizeF(image) / ratio;
    if (std::abs(size.width() - place.width()) * ratio > 1 ||
        std::abs(size.height() - place.height()) * ratio > 1)
        return place;
    return {QPointF(std::round(place.x() * ratio), std::round(place.y() * ratio)) / ratio, size};
}

void Canvas::draw_picture(QPainter& painter) const {
    const QRectF whole = transform_.picture_on_canvas();
    if (!seen_) {
        painter.fillRect(whole, greys().ground);
        return;
    }
    const QRectF place = on_device_pixels(transform_.to_canvas(seen_->view), seen_->image.size());
    const auto draw = [&](const QImage& image) {
        painter.setRenderHint(QPainter::SmoothPixmapTransform, transform_.zoom() < 3);
        const bool x = transform_.mirrored(), y = transform_.upended();
        painter.drawImage(place, x || y ? image.mirrored(x, y) : image);
    };
    draw(seen_->image);
    if (seen_lens_ != Lens::twin) return;
    painter.save();
    painter.setClipRect(QRectF(seam_x(), 0, width(), height()));
    draw(seen_->right);
    painter.restore();
}

void Canvas::draw_foci(QPainter& painter) const {
    painter.setBrush(Qt::NoBrush);
    for (const Focus& focus : session_.painting().plan.foci) {
        const QPointF centre = transform_.to_canvas(QPointF(focus.centre.x, focus.centre.y));
        const double radius = focus.radius * transform_.zoom();
        painter.setPen(QPen(QColor(0, 0, 0, 170), 3));
        painter.drawEllipse(centre, radius, radius);
        painter.setPen(QPen(Qt::white, 1.3));
        painter.drawEllipse(centre, radius, radius);
    }
}

double Canvas::seam_x() const {
    const QRectF whole = transform_.picture_on_canvas();
    return whole.left() + seam_ * whole.width();
}

void Canvas::draw_seam(QPainter& painter) const {
    if (!seen_ || seen_lens_ != Lens::twin) return;
    const QRectF whole = transform_.picture_on_canvas();
    painter.fillRect(QRectF(seam_x() - 2, whole.top(), 4, whole.height()), QColor(0, 0, 0, 120));
    painter.fillRect(QRectF(seam_x() - 1, whole.top(), 2, whole.height()), Qt::white);
}

void Canvas::draw_outline(QPainter& painter) const {
    if (!outlining_) return;
    QPolygonF line;
    for (const Point& p : outline_) line << transform_.to_canvas(QPointF(p.x, p.y));
    if (drag_ != Drag::outline && !line.isEmpty()) line << outline_tip_;
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

// --- pointer and keys

bool Canvas::over_seam(QPointF at) const {
    return seen_ && seen_lens_ == Lens::twin && std::abs(at.x() - seam_x()) < scaled(6) &&
           transform_.picture_on_canvas().contains(at);
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
        case Drag::none:
            setCursor(outlining_      ? Qt::CrossCursor
                      : over_seam(at) ? Qt::SplitHCursor
                                      : Qt::ArrowCursor);
            break;
    }
    last_ = at;
    update();
    const QPointF picture = transform_.to_picture(at);
    const Size size = session_.painting().size();
    emit pointed(picture, QRectF(0, 0, size.width, size.height).contains(picture));
}

void Canvas::mouseReleaseEvent(QMouseEvent*) {
    // A drawn line that has come round is a finished outline; single points go on.
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

void Canvas::keyPressEvent(QKeyEvent* event) {
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

// --- outlining

void Canvas::begin_outline() {
    if (!session_.has_painting()) return;
    outlining_ = true;
    outline_.clear();
    setCursor(Qt::CrossCursor);
    setFocus();
    emit outlining_changed();
    update();
}

void Canvas::cancel_outline() {
    if (!outlining_) return;
    outlining_ = false;
    drag_ = Drag::none;
    unsetCursor();
    emit outlining_changed();
    update();
}

void Canvas::finish_outline() {
    if (!outlining_ || outline_.size() < 3) return;
    const auto points = std::move(outline_);
    outline_.clear();
    cancel_outline();
    emit outlined(points);
}

void Canvas::add_point(QPointF at) {
    const QPointF p = transform_.to_picture(at);
    outline_.push_back({p.x(), p.y()});
    update();
}

// --- view

void Canvas::fit() {
    transform_.fit();
    refresh();
    update();
}

void Canvas::one_to_one() {
    transform_.zoom_about(last_.isNull() ? QPointF(width() / 2.0, height() / 2.0) : last_,
                          1 / devicePixelRatioF());
    refresh();
    update();
}

void Canvas::mirror() {
    transform_.mirror();
    refresh();
    update();
}

void Canvas::upend() {
    transform_.upend();
    refresh();
    update();
}

}  // namespace underpaint
