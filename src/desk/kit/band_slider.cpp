// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/band_slider.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <cmath>

#include "colour/reader.h"
#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "terms/parameter.h"

namespace underpaint {

BandSlider::BandSlider(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("band"));
    setToolTip(
        tr("The sealed values that the pass lands on. Drag either end; drag it down for softer "
           "ends. Double click: the whole scale"));
    setFocusPolicy(Qt::StrongFocus);
    setFixedHeight(scaled(44));
    // Assistive tools read the bar that the arrow keys move.
    const auto end = [this]() -> float& { return low_end_ ? band_.low : band_.high; };
    const auto set = [this](double to) {
        ValueBand band = band_;
        (low_end_ ? band.low : band.high) = static_cast<float>(to);
        change(band);
        emit released();
    };
    set_accessible_figure(*this, {[end] { return end(); }, set, 1, 9, 0.5,
                                  [this] { return accessibleDescription(); }});
    set_band(band_);
}

QSize BandSlider::sizeHint() const {
    return {scaled(200), scaled(44)};
}

void BandSlider::set_band(const ValueBand& band) {
    band_ = band;
    setAccessibleName(tr("Where in the scale"));
    set_accessible_text(*this, tr("%1 to %2, ends soft over %3 steps")
                                   .arg(step_in_words(band.low), step_in_words(band.high),
                                        step_in_words(band.soft)));
    tell_figure_changed(*this);
    update();
}

QRectF BandSlider::scale() const {
    const double edge = scaled(3);
    return {edge, double(scaled(21)), width() - 2 * edge, double(scaled(14))};
}

double BandSlider::x_of(double step) const {
    return scale().left() + (step - 1) / 8 * scale().width();
}

void BandSlider::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setFont(body_font());
    painter.setPen(hasFocus() ? greys().strong : greys().secondary);
    const QRect words(0, 0, width(), scaled(18));
    painter.drawText(words, Qt::AlignLeft | Qt::AlignVCenter, tr("Where in the scale"));
    painter.setFont(figure_font(11));
    painter.setPen(greys().strong);
    QString text = tr("all of it");
    if (!band_.whole_scale())
        text = tr("%1–%2, soft %3")
                   .arg(step_in_words(band_.low), step_in_words(band_.high),
                        step_in_words(band_.soft));
    painter.drawText(words, Qt::AlignRight | Qt::AlignVCenter, text);

    // The scale is drawn dimmed where the band leaves it out.
    const QRectF place = scale();
    for (int x = 0; x < static_cast<int>(place.width()); ++x) {
        const auto step = static_cast<float>(1 + 8 * x / place.width());
        const float value = encoded_grey_of(lightness_of_step(step));
        const int level = qRound(255 * value);
        const QRectF column(place.left() + x, place.top(), 1, place.height());
        painter.fillRect(column, QColor(level, level, level));
        const double high = place.height() * (1 - coverage(band_, step));
        painter.fillRect(QRectF(column.left(), place.bottom() - high, 1, high), greys().sheet);
    }
    painter.setPen(QPen(greys().rule, 1));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(place);
    const double wide = scaled(4);
    for (const double step : {double(band_.low), double(band_.high)}) {
        const QRectF bar(x_of(step) - wide / 2, place.top() - scaled(3), wide,
                         place.height() + 2 * scaled(3));
        painter.fillRect(bar.adjusted(-1, -1, 1, 1), greys().sheet);
        painter.fillRect(bar, greys().strong);
    }
}

void BandSlider::change(ValueBand band) {
    const auto half = [](float v) { return std::round(2 * v) / 2; };
    band.low = std::clamp(half(band.low), 1.0F, 9.0F);
    band.high = std::clamp(half(band.high), 1.0F, 9.0F);
    band.soft = kBandSoft.clamp(std::round(10 * band.soft) / 10);
    if (band.low > band.high) (low_end_ ? band.low : band.high) = low_end_ ? band.high : band.low;
    if (band == band_) return;
    set_band(band);
    emit moved(band_);
}

void BandSlider::mousePressEvent(QMouseEvent* event) {
    const double x = event->position().x();
    const double to_low = std::abs(x - x_of(band_.low)), to_high = std::abs(x - x_of(band_.high));
    low_end_ = to_low < to_high || (to_low == to_high && x < x_of(band_.low));
    press_y_ = event->position().y();
    press_soft_ = band_.soft;
    mouseMoveEvent(event);
}

void BandSlider::mouseMoveEvent(QMouseEvent* event) {
    if (!(event->buttons() & Qt::LeftButton)) return;
    ValueBand band = band_;
    const double share = (event->position().x() - scale().left()) / scale().width();
    (low_end_ ? band.low : band.high) = static_cast<float>(1 + 8 * std::clamp(share, 0.0, 1.0));
    // A sideways drag always moves a little up and down.
    const double down = event->position().y() - press_y_;
    if (std::abs(down) > scaled(14))
        band.soft =
            press_soft_ + static_cast<float>((down - std::copysign(scaled(14), down)) / scaled(30));
    change(band);
}

void BandSlider::mouseReleaseEvent(QMouseEvent*) {
    emit released();
}

void BandSlider::mouseDoubleClickEvent(QMouseEvent*) {
    change({1, 9, band_.soft});
}

void BandSlider::keyPressEvent(QKeyEvent* event) {
    ValueBand band = band_;
    const bool right = event->key() == Qt::Key_Right || event->key() == Qt::Key_Up;
    const bool left = event->key() == Qt::Key_Left || event->key() == Qt::Key_Down;
    if (event->key() == Qt::Key_Home)
        low_end_ = true;
    else if (event->key() == Qt::Key_End)
        low_end_ = false;
    else if (!right && !left)
        return QWidget::keyPressEvent(event);
    else if (event->modifiers() & Qt::AltModifier)
        band.soft += right ? 0.1F : -0.1F;
    else
        (low_end_ ? band.low : band.high) += right ? 0.5F : -0.5F;
    change(band);
}

}  // namespace underpaint
