// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/editors/curve_plot.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <cmath>
#include <utility>

#include "colour/reader.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "terms/value_curves.h"

namespace underpaint {
namespace {

constexpr double kTenth = 0.1;  // of a step, for keys
constexpr double kLeastGap = 0.02;

double step_of_value(double v) {
    return static_cast<double>(step_of(read(Reader::lightness, grey(static_cast<float>(v)))));
}

/// The interface has no colour: the channels are told apart by their strokes and letters.
Qt::PenStyle stroke_of(CurveChannel channel) {
    switch (channel) {
        case CurveChannel::all: return Qt::SolidLine;
        case CurveChannel::red: return Qt::DashLine;
        case CurveChannel::green: return Qt::DashDotLine;
        case CurveChannel::blue: return Qt::DotLine;
    }
    return Qt::SolidLine;
}

}  // namespace

CurvePoints& points_of(Curve& curve, CurveChannel channel) {
    CurvePoints* const all[] = {&curve.all, &curve.red, &curve.green, &curve.blue};
    return *all[static_cast<std::size_t>(channel)];
}

const CurvePoints& points_of(const Curve& curve, CurveChannel channel) {
    return points_of(const_cast<Curve&>(curve), channel);
}

CurvePoints with_ends(CurvePoints points) {
    return points.empty() ? CurvePoints{{0, 0}, {1, 1}} : points;
}

CurvePlot::CurvePlot(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("curve_plot"));
    setAccessibleName(tr("Curves"));
    setToolTip(
        tr("From left to right the value that comes in, upwards the one that comes out. Drag "
           "a point, or double click for a new one; Delete takes it off"));
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(scaled(150), scaled(92));
}

QSize CurvePlot::sizeHint() const {
    return {scaled(220), scaled(92)};
}

void CurvePlot::set_curve(const Curve& curve, CurveChannel channel) {
    curve_ = curve;
    if (std::exchange(channel_, channel) != channel) chosen_ = 0;
    points_ = with_ends(points_of(curve, channel));
    chosen_ = std::min(chosen_, points_.size() - 1);
    update();
}

QRectF CurvePlot::plot() const {
    return QRectF(rect()).adjusted(scaled(6), scaled(6), -scaled(6), -scaled(18));
}

/// Of encoded values, on an even scale of steps.
QPointF CurvePlot::place(double in, double out) const {
    const QRectF area = plot();
    return {area.left() + (step_of_value(in) - 1) / 8 * area.width(),
            area.bottom() - (step_of_value(out) - 1) / 8 * area.height()};
}

CurvePoint CurvePlot::point_at(QPointF at) const {
    const QRectF area = plot();
    return curve_point(1 + 8 * (at.x() - area.left()) / area.width(),
                       1 + 8 * (area.bottom() - at.y()) / area.height());
}

QPointF CurvePlot::place_of(std::size_t point) const {
    return place(static_cast<double>(points_[point].in), static_cast<double>(points_[point].out));
}

void CurvePlot::draw_curve(QPainter& painter, CurveChannel channel) const {
    const bool own = channel == channel_;
    const CurvePoints points = with_ends(points_of(curve_, channel));
    QPolygonF line;
    for (int i = 0; i <= 100; ++i) line << place(i / 100.0, curve_at(points, i / 100.0));
    painter.setPen(
        QPen(own ? greys().strong : greys().secondary, own ? 1.8 : 1.1, stroke_of(channel)));
    painter.drawPolyline(line);
}

void CurvePlot::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().ladder);
    painter.setFont(figure_font(10));
    const QRectF area = plot();
    for (int step = 1; step <= 9; ++step) {
        const double x = area.left() + (step - 1) / 8.0 * area.width();
        painter.fillRect(QRectF(x, area.top(), 1, area.height()), greys().rule);
        painter.fillRect(
            QRectF(area.left(), area.bottom() - (step - 1) / 8.0 * area.height(), area.width(), 1),
            greys().rule);
        painter.setPen(greys().secondary);
        painter.drawText(QRectF(x - 10, area.bottom() + scaled(2), 20, scaled(14)), Qt::AlignCenter,
                         QString::number(step));
    }
    painter.setRenderHint(QPainter::Antialiasing);
    for (std::size_t c = 0; c < kCurveChannels; ++c)
        if (const auto channel = static_cast<CurveChannel>(c);
            channel != channel_ && !points_of(curve_, channel).empty())
            draw_curve(painter, channel);
    draw_curve(painter, channel_);
    for (std::size_t i = 0; i < points_.size(); ++i) {
        const bool own = i == chosen_;
        painter.setPen(QPen(greys().strong, own && hasFocus() ? 2.2 : 1.2));
        painter.setBrush(own ? greys().strong : greys().ladder);
        painter.drawEllipse(place_of(i), scaled(4), scaled(4));
    }
}

std::optional<std::size_t> CurvePlot::point_near(QPointF at) const {
    std::optional<std::size_t> nearest;
    double least = scaled(12);
    for (std::size_t i = 0; i < points_.size(); ++i) {
        const QPointF away = place_of(i) - at;
        if (const double distance = std::hypot(away.x(), away.y()); distance < least)
            least = distance, nearest = i;
    }
    return nearest;
}

void CurvePlot::choose(std::size_t index) {
    chosen_ = index;
    update();
    emit point_chosen();
}

/// No point passes another.
void CurvePlot::move_point(std::size_t index, CurvePoint to) {
    CurvePoints points = points_;
    const auto gap = static_cast<float>(kLeastGap);
    const float low = index > 0 ? points[index - 1].in + gap : 0;
    const float high = index + 1 < points.size() ? points[index + 1].in - gap : 1;
    points[index] = {std::clamp(to.in, low, std::max(low, high)), std::clamp(to.out, 0.0F, 1.0F)};
    emit moved(points);
}

void CurvePlot::mousePressEvent(QMouseEvent* event) {
    const auto point = point_near(event->position());
    if (event->button() != Qt::LeftButton || !point) return;
    dragging_ = true;
    choose(*point);
}

void CurvePlot::mouseMoveEvent(QMouseEvent* event) {
    if (dragging_) move_point(chosen_, point_at(event->position()));
}

void CurvePlot::mouseReleaseEvent(QMouseEvent*) {
    if (std::exchange(dragging_, false)) emit released();
}

void CurvePlot::mouseDoubleClickEvent(QMouseEvent* event) {
    if (point_near(event->position())) return mousePressEvent(event);
    CurvePoints points = points_;
    const CurvePoint fresh = point_at(event->position());
    points.push_back(fresh);
    points = in_range(std::move(points));
    const auto found = std::ranges::find(points, fresh.in, &CurvePoint::in);
    chosen_ = found == points.end() ? 0 : static_cast<std::size_t>(found - points.begin());
    emit moved(points);
    emit released();
}

void CurvePlot::keyPressEvent(QKeyEvent* event) {
    const std::size_t count = points_.size();
    const CurvePoint& now = points_[chosen_];
    const double in = step_of_value(static_cast<double>(now.in));
    const double out = step_of_value(static_cast<double>(now.out));
    const bool alt = event->modifiers().testFlag(Qt::AltModifier);
    switch (event->key()) {
        case Qt::Key_Left:
            alt ? move_point(chosen_, curve_point(in - kTenth, out))
                : choose((chosen_ + count - 1) % count);
            break;
        case Qt::Key_Right:
            alt ? move_point(chosen_, curve_point(in + kTenth, out))
                : choose((chosen_ + 1) % count);
            break;
        case Qt::Key_Up: move_point(chosen_, curve_point(in, out + kTenth)); break;
        case Qt::Key_Down: move_point(chosen_, curve_point(in, out - kTenth)); break;
        case Qt::Key_Delete: {
            if (count <= 2) return;
            CurvePoints points = points_;
            points.erase(points.begin() + static_cast<std::ptrdiff_t>(chosen_));
            emit moved(points);
            emit released();
            break;
        }
        default: QWidget::keyPressEvent(event);
    }
}

}  // namespace underpaint
