// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/bar_slider.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <cmath>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"

namespace underpaint {

BarSlider::BarSlider(const Parameter& parameter, QWidget* parent)
    : QWidget(parent),
      parameter_(parameter),
      label_(from_view(parameter.label)),
      value_(parameter.usual) {
    setObjectName(from_view(parameter.id));
    setToolTip(from_view(parameter.about));
    setFocusPolicy(Qt::StrongFocus);
    setFixedHeight(scaled(36));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    const auto set = [this](double to) {
        move_to(static_cast<float>(to));
        emit released();
    };
    set_accessible_figure(*this, {[this] { return value_; }, set, parameter.least, parameter.most,
                                  finest(), [this] { return figure(); }});
    set_value(value_);
}

QSize BarSlider::sizeHint() const {
    return {scaled(200), scaled(36)};
}

void BarSlider::set_value(float value) {
    value_ = parameter_.clamp(value);
    setAccessibleName(label_);
    set_accessible_text(*this, figure());
    tell_figure_changed(*this);
    update();
}

void BarSlider::set_ghost(std::optional<float> value) {
    ghost_ = value;
    update();
}

void BarSlider::set_label(const QString& label) {
    label_ = label;
    set_value(value_);
}

QRectF BarSlider::groove() const {
    const double edge = scaled(2);
    return {edge, scaled(25) + 0.0, width() - 2 * edge, double(scaled(3))};
}

double BarSlider::x_of(float value) const {
    double share = (value - parameter_.least) / (parameter_.most - parameter_.least);
    if (parameter_.unit == Unit::pixels) share = std::sqrt(share);
    return groove().left() + share * groove().width();
}

float BarSlider::finest() const {
    switch (parameter_.unit) {
        case Unit::per_cent: return 0.01F;
        case Unit::steps: return 0.05F;
        case Unit::times: return 0.05F;
        case Unit::degrees: return 1.0F;
        case Unit::pixels: return parameter_.most > 100 ? 1.0F : 0.5F;
    }
    return 0.01F;
}

QString BarSlider::figure() const {
    switch (parameter_.unit) {
        case Unit::per_cent:
            return (parameter_.least < 0 && value_ > 0 ? QStringLiteral("+") : QString()) +
                   QString::number(std::lround(100 * value_)) + QLatin1Char('%');
        case Unit::steps:
            return parameter_.least < 0 ? signed_figure(value_, 2)
                                        : QString::number(value_, 'f', 2);
        case Unit::times: return tr("%1×").arg(static_cast<double>(value_), 0, 'f', 2);
        case Unit::degrees: return signed_figure(value_, 0) + QChar(0x00b0);
        case Unit::pixels: return tr("%1 px").arg(static_cast<double>(value_), 0, 'g', 4);
    }
    return {};
}

void BarSlider::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setFont(body_font());
    painter.setPen(hasFocus() ? greys().strong : greys().secondary);
    const QRect words(0, 0, width(), scaled(18));
    painter.drawText(words, Qt::AlignLeft | Qt::AlignVCenter, label_);
    painter.setFont(figure_font(11));
    painter.setPen(greys().strong);
    painter.drawText(words, Qt::AlignRight | Qt::AlignVCenter, figure());

    const QRectF line = groove();
    painter.fillRect(line, QColor(greys().bar).darker(125));
    painter.fillRect(QRectF(line.left(), line.top(), x_of(value_) - line.left(), line.height()),
                     greys().secondary);
    const double wide = scaled(4), high = scaled(13);
    const auto bar = [&](float value) {
        return QRectF(x_of(value) - wide / 2, line.center().y() - high / 2, wide, high);
    };
    if (ghost_) {
        painter.setPen(QPen(greys().text, 1));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(bar(*ghost_).adjusted(0.5, 0.5, -0.5, -0.5));
    }
    painter.fillRect(bar(value_), greys().strong);
}

void BarSlider::move_to(float value) {
    const float whole = std::round(parameter_.clamp(value) / finest()) * finest();
    if (whole == value_) return;
    set_value(whole);
    emit moved(value_);
}

void BarSlider::mousePressEvent(QMouseEvent* event) {
    if (event->button() == Qt::LeftButton) mouseMoveEvent(event);
}

void BarSlider::mouseMoveEvent(QMouseEvent* event) {
    if (!(event->buttons() & Qt::LeftButton)) return;
    double share =
        std::clamp((event->position().x() - groove().left()) / groove().width(), 0.0, 1.0);
    if (parameter_.unit == Unit::pixels) share *= share;
    move_to(parameter_.least + static_cast<float>(share) * (parameter_.most - parameter_.least));
}

void BarSlider::mouseReleaseEvent(QMouseEvent*) {
    emit released();
}

void BarSlider::mouseDoubleClickEvent(QMouseEvent*) {
    move_to(parameter_.usual);
}

void BarSlider::keyPressEvent(QKeyEvent* event) {
    float to = value_;
    switch (event->key()) {
        case Qt::Key_Left:
        case Qt::Key_Down: to -= finest(); break;
        case Qt::Key_Right:
        case Qt::Key_Up: to += finest(); break;
        case Qt::Key_PageDown: to -= 10 * finest(); break;
        case Qt::Key_PageUp: to += 10 * finest(); break;
        case Qt::Key_Home: to = parameter_.least; break;
        case Qt::Key_End: to = parameter_.most; break;
        default: return QWidget::keyPressEvent(event);
    }
    move_to(to);
}

void BarSlider::wheelEvent(QWheelEvent* event) {
    // Without the focus the wheel scrolls the sheet, and must not change the slider under the
    // pointer.
    if (!hasFocus()) return event->ignore();
    move_to(value_ + (event->angleDelta().y() > 0 ? finest() : -finest()));
}

}  // namespace underpaint
