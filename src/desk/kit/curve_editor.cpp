// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/curve_editor.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <array>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "terms/value_curves.h"

namespace underpaint {
namespace {

double step_of_handle(std::size_t index) {
    return 1 + 2 * static_cast<double>(index);
}

}  // namespace

CurveEditor::CurveEditor(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("curve"));
    setAccessibleName(tr("Curve of the pass"));
    setToolTip(
        tr("What becomes of each step: from left to right what comes in, upwards what comes "
           "out. Drag a point; with the keyboard left and right choose one, up and down "
           "move it"));
    setFocusPolicy(Qt::StrongFocus);
    setFixedHeight(scaled(112));
    // Assistive tools read the chosen point.
    const auto set = [this](double to) {
        move_handle(chosen_, to);
        emit released();
    };
    set_accessible_figure(*this, {[this] { return out_of(step_of_handle(chosen_)); }, set, 1, 9,
                                  0.1, [this] { return accessibleDescription(); }});
    set_curve(curve_);
}

QSize CurveEditor::sizeHint() const {
    return {scaled(150), scaled(112)};
}

void CurveEditor::set_curve(const CurvePoints& curve) {
    curve_ = curve;
    QStringList points;
    for (std::size_t i = 0; i < kHandles; ++i)
        points << tr("%1 becomes %2")
                      .arg(step_in_words(step_of_handle(i)))
                      .arg(out_of(step_of_handle(i)), 0, 'f', 1);
    set_accessible_text(*this, points.join(QStringLiteral(", ")));
    tell_figure_changed(*this);
    update();
}

QRectF CurveEditor::plot() const {
    const double side = height() - 2.0 * scaled(5);
    return {double(scaled(6)), double(scaled(5)), std::min(width() - 2.0 * scaled(6), 2 * side),
            side};
}

QPointF CurveEditor::place(double in, double out) const {
    const QRectF area = plot();
    return {area.left() + (in - 1) / 8 * area.width(),
            area.bottom() - (out - 1) / 8 * area.height()};
}

double CurveEditor::out_of(double in) const {
    return step_after(curve_, in);
}

QPointF CurveEditor::handle(std::size_t index) const {
    const double in = step_of_handle(index);
    return place(in, out_of(in));
}

void CurveEditor::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const QRectF area = plot();
    painter.fillRect(area, greys().bar);
    painter.setPen(QPen(greys().rule, 1));
    for (int step = 2; step <= 8; ++step)
        painter.drawLine(place(step, 1), place(step, 9)),
            painter.drawLine(place(1, step), place(9, step));
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(greys().secondary, 1, Qt::DotLine));
    painter.drawLine(place(1, 1), place(9, 9));
    QPolygonF line;
    for (double step = 1; step <= 9; step += 0.1) line << place(step, out_of(step));
    painter.setPen(QPen(greys().strong, 1.6));
    painter.drawPolyline(line);
    for (std::size_t i = 0; i < kHandles; ++i) {
        const bool held = i == chosen_ && hasFocus();
        painter.setBrush(held ? greys().strong : greys().bar);
        painter.drawEllipse(handle(i), scaled(4), scaled(4));
    }
}

/// No point rises past the next: a scale that turns back is no scale.
void CurveEditor::move_handle(std::size_t index, double out) {
    std::array<double, kHandles> outs{};
    for (std::size_t i = 0; i < kHandles; ++i) outs[i] = out_of(step_of_handle(i));
    const double low = index > 0 ? outs[index - 1] : 1;
    const double high = index + 1 < kHandles ? outs[index + 1] : 9;
    outs[index] = std::clamp(out, low, high);
    CurvePoints points;
    for (std::size_t i = 0; i < kHandles; ++i)
        points.push_back(curve_point(step_of_handle(i), outs[i]));
    set_curve(points);
    emit moved(points);
}

void CurveEditor::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    double least = 1e9;
    for (std::size_t i = 0; i < kHandles; ++i)
        if (const double away = std::abs(handle(i).x() - event->position().x()); away < least)
            least = away, chosen_ = i;
    mouseMoveEvent(event);
}

void CurveEditor::mouseMoveEvent(QMouseEvent* event) {
    if (!(event->buttons() & Qt::LeftButton)) return;
    const QRectF area = plot();
    move_handle(chosen_, 1 + 8 * (area.bottom() - event->position().y()) / area.height());
}

void CurveEditor::mouseReleaseEvent(QMouseEvent*) {
    emit released();
}

void CurveEditor::keyPressEvent(QKeyEvent* event) {
    const double out = out_of(step_of_handle(chosen_));
    switch (event->key()) {
        case Qt::Key_Left: chosen_ = (chosen_ + kHandles - 1) % kHandles; break;
        case Qt::Key_Right: chosen_ = (chosen_ + 1) % kHandles; break;
        case Qt::Key_Up: move_handle(chosen_, out + 0.1); break;
        case Qt::Key_Down: move_handle(chosen_, out - 0.1); break;
        default: return QWidget::keyPressEvent(event);
    }
    update();
}

}  // namespace underpaint
