// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/editors/gradient_plot.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>

#include "colour/reader.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"

namespace underpaint {
namespace {

constexpr int kPieces = 160;
constexpr double kTenthOfStep = 0.1 / 8;

double lightness_of(Rgb colour) {
    return static_cast<double>(read(Reader::lightness, colour)) / 100;
}

}  // namespace

GradientPlot::GradientPlot(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("gradient_plot"));
    setAccessibleName(tr("The map's own lightness at each value"));
    setToolTip(
        tr("From left to right the value that is read, upwards how light the map's own "
           "colour is there. On the dotted line values are kept; where it falls they turn "
           "over. Drag a stop, or double click for a new one"));
    setFocusPolicy(Qt::StrongFocus);
    setMinimumHeight(scaled(96));
}

QSize GradientPlot::sizeHint() const {
    return {scaled(300), scaled(150)};
}

void GradientPlot::set_gradient(const GradientStops& stops, Mixing mixing, const Tune& tune,
                                std::size_t chosen) {
    chosen_ = chosen;
    if (stops != stops_ || mixing != mixing_ || tune != tune_ || lightness_.empty()) {
        stops_ = stops, mixing_ = mixing, tune_ = tune;
        lightness_.clear();
        for (int i = 0; i <= kPieces; ++i)
            lightness_.push_back(lightness_of(
                tuned(gradient_at(stops, static_cast<double>(i) / kPieces, mixing), tune)));
        turnovers_ = turnovers_of(stops, mixing, tune);
    }
    update();
}

QRectF GradientPlot::plot() const {
    return QRectF(rect()).adjusted(scaled(14), scaled(24), -scaled(14), -scaled(18));
}

QPointF GradientPlot::place(double at, double lightness) const {
    const QRectF area = plot();
    return {area.left() + at * area.width(), area.bottom() - lightness * area.height()};
}

double GradientPlot::at_of(double x) const {
    const QRectF area = plot();
    return std::clamp((x - area.left()) / area.width(), 0.0, 1.0);
}

QPointF GradientPlot::place_of(std::size_t stop) const {
    const GradientStop& s = stops_[stop];
    return place(static_cast<double>(s.at), lightness_of(tuned(s.colour, tune_)));
}

void GradientPlot::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const QRect head(0, 0, width(), scaled(18));
    painter.setFont(body_font());
    painter.setPen(greys().secondary);
    painter.drawText(head, Qt::AlignLeft | Qt::AlignVCenter,
                     tr("The map's own lightness at each value"));
    painter.setFont(secondary_font());
    painter.drawText(head, Qt::AlignRight | Qt::AlignVCenter, tr("dotted: values kept"));
    painter.fillRect(QRect(0, scaled(20), width(), height() - scaled(20)), greys().ladder);

    const QRectF area = plot();
    painter.setFont(figure_font(10));
    for (int step = 1; step <= 9; ++step) {
        const double x = place((step - 1) / 8.0, 0).x();
        painter.fillRect(QRectF(x, area.top(), 1, area.height()), greys().rule);
        painter.drawText(QRectF(x - 10, area.bottom() + scaled(3), 20, scaled(14)), Qt::AlignCenter,
                         QString::number(step));
    }
    for (const Turnover& turn : turnovers_) {
        const QRectF band(QPointF(place(turn.from, 0).x(), area.top()),
                          QPointF(place(turn.to, 0).x(), area.bottom()));
        painter.fillRect(band, greys().chosen);
    }
    if (!turnovers_.empty()) {
        const double middle = (turnovers_[0].from + turnovers_[0].to) / 2;
        const double half = scaled(44), x = std::clamp(place(middle, 0).x(), half, width() - half);
        painter.setPen(greys().text);
        painter.drawText(QRectF(x - half, area.top(), 2 * half, scaled(14)), Qt::AlignCenter,
                         tr("turns over"));
    }

    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(greys().secondary, 1, Qt::DotLine));
    painter.drawLine(place(0, 0), place(1, 1));
    QPolygonF line;
    for (int i = 0; i <= kPieces; ++i)
        line << place(static_cast<double>(i) / kPieces, lightness_[static_cast<std::size_t>(i)]);
    painter.setPen(QPen(greys().strong, 1.6));
    painter.drawPolyline(line);
    for (std::size_t i = 0; i < stops_.size(); ++i) {
        const bool own = i == chosen_;
        painter.setPen(
            QPen(own ? greys().strong : greys().secondary, own && hasFocus() ? 2.4 : 1.2));
        painter.setBrush(qcolor(stops_[i].colour));
        painter.drawEllipse(place_of(i), scaled(own ? 6 : 5), scaled(own ? 6 : 5));
    }
}

std::optional<std::size_t> GradientPlot::stop_near(QPointF at) const {
    std::optional<std::size_t> nearest;
    double least = scaled(14);
    for (std::size_t i = 0; i < stops_.size(); ++i) {
        const QPointF away = place_of(i) - at;
        const double distance = std::hypot(away.x(), away.y());
        // Of two stops at one place the later one is picked, so that they can be separated.
        if (distance <= least) least = distance, nearest = i;
    }
    return nearest;
}

void GradientPlot::mousePressEvent(QMouseEvent* event) {
    const auto stop = stop_near(event->position());
    if (event->button() != Qt::LeftButton || !stop) return;
    dragging_ = true;
    emit chosen(*stop);
}

void GradientPlot::mouseMoveEvent(QMouseEvent* event) {
    if (dragging_) emit moved(chosen_, at_of(event->position().x()));
}

void GradientPlot::mouseReleaseEvent(QMouseEvent*) {
    if (std::exchange(dragging_, false)) emit released();
}

void GradientPlot::mouseDoubleClickEvent(QMouseEvent* event) {
    if (stop_near(event->position())) return mousePressEvent(event);
    emit wants_stop(at_of(event->position().x()));
}

void GradientPlot::keyPressEvent(QKeyEvent* event) {
    if (stops_.empty()) return QWidget::keyPressEvent(event);
    const std::size_t count = stops_.size();
    const auto at = static_cast<double>(stops_[chosen_].at);
    switch (event->key()) {
        case Qt::Key_Left: emit chosen((chosen_ + count - 1) % count); break;
        case Qt::Key_Right: emit chosen((chosen_ + 1) % count); break;
        case Qt::Key_Up: emit moved(chosen_, at + kTenthOfStep); break;
        case Qt::Key_Down: emit moved(chosen_, at - kTenthOfStep); break;
        case Qt::Key_Delete: emit wants_removed(chosen_); break;
        case Qt::Key_Insert: {
            const double next =
                chosen_ + 1 < count ? static_cast<double>(stops_[chosen_ + 1].at) : 1;
            emit wants_stop((at + next) / 2);
            break;
        }
        default: QWidget::keyPressEvent(event);
    }
}

}  // namespace underpaint
