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
    : QWidget(parent),
      session_(session),
      measuring_(measuring),
      focus_meter_(session),
      edge_meter_(session),
      focus_tool_(session, transform_) {
    setObjectName(QStringLiteral("canvas"));
    setAccessibleName(tr("The painting"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumSize(scaled(240), scaled(180));
    transform_.set_margin(scaled(22));
    connect(&projector_, &Projector::shown, this, &Canvas::take);
    connect(&edge_meter_, &EdgeMeter::changed, this, qOverload<>(&QWidget::update));
    connect(&focus_meter_, &FocusMeter::changed, this, qOverload<>(&QWidget::update));
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
    if (across_room_) sight.squint = 0;  // the distance alone does it
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
    draw_pull(painter);
    draw_edges(painter);
    painter.setRenderHint(QPainter::Antialiasing);
    draw_rivals(painter);
    draw_foci(painter);
    draw_seam(painter);
    draw_outline(painter);
    draw_note(painter);
}

/// What a lens that changes the picture says of itself.
void Canvas::draw_note(QPainter& painter) const {
    const QString note = seen_ ? tr(text_of(seen_lens_).note) : QString();
    if (note.isEmpty()) return;
    painter.setFont(secondary_font());
    const QRectF place = QRectF(painter.fontMetrics().boundingRect(note))
                             .adjusted(-scaled(7), -scaled(3), scaled(7), scaled(3));
    const QRectF box(QPointF((width() - place.width()) / 2, height() - place.height() - scaled(1)),
                     place.size());
    painter.fillRect(box, QColor(0x11, 0x11, 0x11, 215));
    painter.setPen(QColor(0xf4, 0xf4, 0xf4));
    painter.drawText(box, Qt::AlignCenter, note);
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
    if (across_room_ && seen_lens_ == Lens::squint) {
        constexpr int smaller = 6;
        const QSize size = (place.size() / smaller).toSize().expandedTo({1, 1});
        const QImage small = seen_->image.scaled(size * devicePixelRatioF(), Qt::IgnoreAspectRatio,
                                                 Qt::SmoothTransformation);
        const QRectF middle(QPointF(width() - size.width(), height() - size.height()) / 2, size);
        painter.drawImage(middle, small.mirrored(transform_.mirrored(), transform_.upended()));
        return;
    }
    draw(seen_->image);
    if (seen_lens_ != Lens::twin) return;
    painter.save();
    painter.setClipRect(QRectF(seam_x(), 0, width(), height()));
    draw(seen_->right);
    painter.restore();
}

/// The map of what draws the eye darkens the picture where little does.
void Canvas::draw_pull(QPainter& painter) const {
    if (!seen_ || seen_lens_ != Lens::pull || focus_meter_.pull().isNull()) return;
    const QRectF& place = focus_meter_.pull_place();
    QImage map = focus_meter_.pull();
    const bool x = transform_.mirrored(), y = transform_.upended();
    if (x || y) map = map.mirrored(x, y);
    const QRectF on_canvas =
        QRectF(transform_.to_canvas(place.topLeft()), transform_.to_canvas(place.bottomRight()))
            .normalized();
    painter.save();
    painter.setClipRect(transform_.picture_on_canvas());
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.setCompositionMode(QPainter::CompositionMode_Multiply);
    painter.drawImage(on_canvas, map);
    painter.restore();
}

void Canvas::draw_edges(QPainter& painter) const {
    if (!seen_ || seen_lens_ != Lens::edges || edge_meter_.drawing().isNull()) return;
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const QRectF whole = transform_.picture_on_canvas();
    // Made smaller by the widget's own means lines would break up.
    const QSize size = (whole.size() * devicePixelRatioF()).toSize();
    const QImage& drawing = edge_meter_.drawing();
    const QImage fitting =
        size.width() < drawing.width()
            ? drawing.scaled(size, Qt::IgnoreAspectRatio, Qt::SmoothTransformation)
            : drawing;
    painter.drawImage(whole, fitting.mirrored(transform_.mirrored(), transform_.upended()));
}

void Canvas::draw_label(QPainter& painter, QPointF at, const QString& text) const {
    painter.setFont(figure_font(11));
    QRectF box(at, QSizeF(painter.fontMetrics().horizontalAdvance(text) + scaled(10), scaled(18)));
    box.moveLeft(std::clamp<double>(box.left(), 0, std::max(0.0, width() - box.width())));
    box.moveTop(std::clamp<double>(box.top(), 0, std::max(0.0, height() - box.height())));
    painter.fillRect(box, QColor(0x11, 0x11, 0x11));
    painter.setPen(QColor(0xf4, 0xf4, 0xf4));
    painter.drawText(box, Qt::AlignCenter, text);
}

void Canvas::draw_rivals(QPainter& painter) const {
    const auto& foci = session_.painting().plan.foci;
    const auto& contrasts = focus_meter_.contrasts();
    if (!editing_foci_ || foci.empty() || contrasts.empty() || !contrasts[0]) return;
    const bool all = seen_lens_ == Lens::pull;
    std::size_t count = 0;
    for (const Rival& rival : focus_meter_.rivals()) {
        if (++count > 1 && !all) break;
        const QPointF centre = transform_.to_canvas(QPointF(rival.centre.x, rival.centre.y));
        const double radius = foci.front().radius * transform_.zoom();
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(QColor(0, 0, 0, 170), 3));
        painter.drawEllipse(centre, radius, radius);
        painter.setPen(QPen(Qt::white, 1.3, Qt::DashLine));
        painter.drawEllipse(centre, radius, radius);
        const double share = *contrasts[0] > 0 ? rival.contrast / *contrasts[0] : 0;
        draw_label(painter, centre + QPointF(radius * 0.72, -radius * 0.72 - scaled(9)),
                   tr("rival %1").arg(share, 0, 'f', 2));
    }
}

void Canvas::draw_foci(QPainter& painter) const {
    const auto& foci = session_.painting().plan.foci;
    const auto chosen = editing_foci_ ? focus_tool_.chosen() : std::nullopt;
    for (std::size_t i = 0; i < foci.size(); ++i) {
        const Focus& focus = foci[i];
        const QPointF centre = transform_.to_canvas(QPointF(focus.centre.x, focus.centre.y));
        const double radius = focus.radius * transform_.zoom();
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(QColor(0, 0, 0, 170), 3.5));
        painter.drawEllipse(centre, radius, radius);
        painter.setPen(QPen(Qt::white, chosen == i ? 2.2 : 1.3));
        painter.drawEllipse(centre, radius, radius);
        if (!editing_foci_) continue;
        const auto& contrasts = focus_meter_.contrasts();
        QString text = QString::fromStdString(focus.name);
        if (i == 0 && focus_meter_.lead())
            text += tr(" · lead %1×").arg(*focus_meter_.lead(), 0, 'f', 2);
        else if (i < contrasts.size() && contrasts[i])
            text += tr(" · %1 steps").arg(*contrasts[i], 0, 'f', 1);
        draw_label(painter, centre + QPointF(radius * 0.72, -radius * 0.72 - scaled(9)), text);
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

// --- foci and squinting

void Canvas::set_focus_editing(bool on) {
    editing_foci_ = on;
    if (!on) focus_tool_.cancel_placing();
    update();
}

void Canvas::begin_placing_focus() {
    cancel_outline();
    focus_tool_.begin_placing();
    setFocus();
    emit placing_changed();
}

void Canvas::set_squint(double share) {
    if (sight_.squint == share) return;
    sight_.squint = share;
    refresh();
}

void Canvas::set_across_room(bool on) {
    across_room_ = on;
    refresh();
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
