// SPDX-License-Identifier: GPL-3.0-or-later
// What the ladder draws: the scale, distributions, the plan and the figures below.
#include <QPainter>
#include <QPainterPath>
#include <cmath>

#include "colour/reader.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/panes/ladder.h"

namespace underpaint {
namespace {

constexpr double kBarsPerStep = 4;

QString figure(double v, int decimals = 1) {
    return QString::number(v, 'f', decimals);
}

}  // namespace

void Ladder::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().ladder);
    painter.fillRect(QRect(width() - 1, 0, 1, height()), greys().rule);
    draw_scale(painter);
    draw_hidden(painter);
    if (face_.filled != nullptr) draw_distribution(painter, true);
    if (face_.outlined != nullptr) draw_distribution(painter, false);
    draw_range(painter);
    draw_foci(painter);
    draw_splits(painter);
    if (face_.strip) draw_strip(painter);
    draw_handles(painter);
    if (face_.pull) draw_pull(painter);
    draw_pointer(painter);
    draw_figures(painter);
}

void Ladder::draw_pointer(QPainter& painter) const {
    if (!pointer_) return;
    const QRectF place = scale_rect();
    const double y = y_of(*pointer_), size = scaled(5);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(greys().ladder, 1));
    painter.setBrush(greys().strong);
    for (const double side : {-1.0, 1.0}) {
        const double x = side < 0 ? place.left() : place.right();
        painter.drawPolygon(QPolygonF(
            {{x, y}, {x + side * size * 1.5, y - size}, {x + side * size * 1.5, y + size}}));
    }
}

void Ladder::draw_splits(QPainter& painter) const {
    const Splits* at = splits();
    if (at == nullptr) return;
    const QRectF place = scale_rect();
    const double left = place.left() - scaled(2), right = width() - scaled(8);
    painter.setFont(figure_font());
    for (std::size_t i = 0; i < at->size(); ++i) {
        const double y = y_of((*at)[i]);
        const bool held = is_chosen({Line::Kind::split, i});
        // A dark outline separates the line from the lightest cells.
        painter.fillRect(QRectF(left, y - 2, right - left, 4), greys().ladder);
        painter.fillRect(QRectF(left, y - (held ? 1.5 : 1), right - left, held ? 3 : 2),
                         greys().strong);
        painter.setPen(held ? greys().strong : greys().secondary);
        painter.drawText(
            QRectF(place.right(), y - scaled(17), right - place.right() - scaled(4), scaled(15)),
            Qt::AlignRight | Qt::AlignVCenter, figure(on_scale((*at)[i], face_.scale)));
    }
}

void Ladder::draw_strip(QPainter& painter) const {
    const QRectF place = scale_rect();
    const QRectF strip(place.right() + scaled(6), place.top(), scaled(14), place.height());
    for (int y = 0; y < static_cast<int>(strip.height()); ++y) {
        const double step = std::clamp(step_at(strip.top() + y + 0.5), 1.0, 9.0);
        painter.fillRect(QRectF(strip.left(), strip.top() + y, strip.width(), 1),
                         qcolor(face_.strip(step)));
    }
}

/// A bracket over the greys that are acted on, and an arrow from where the end of the range was to
/// where it is.
void Ladder::draw_pull(QPainter& painter) const {
    const QRectF place = scale_rect();
    const LadderPull& pull = *face_.pull;
    const double right = width() - scaled(5), tick = scaled(6);
    const double begins = y_of(pull.begins);
    const double end = pull.from_light ? place.top() : place.bottom();
    const QString text = figure(on_scale(pull.begins, face_.scale));
    painter.setFont(figure_font());
    const double beside = pull.from_light ? begins + scaled(3) : begins - scaled(17);
    const QRectF label(right - scaled(34), beside, scaled(32), scaled(14));
    for (const auto& [colour, wide] : {std::pair(greys().ladder, 4.0), {greys().strong, 1.5}}) {
        painter.setPen(QPen(colour, wide));
        painter.drawPolyline(QPolygonF(
            {{right - tick, begins}, {right, begins}, {right, end}, {right - tick, end}}));
    }
    painter.fillRect(
        QRectF(label.right() - painter.fontMetrics().horizontalAdvance(text), label.top(),
               painter.fontMetrics().horizontalAdvance(text), label.height()),
        greys().ladder);
    painter.drawText(label, Qt::AlignRight | Qt::AlignVCenter, text);
    const double from = y_of(pull.was), to = y_of(pull.is), x = right - scaled(13);
    if (std::abs(to - from) < 2) return;
    const double head = to > from ? -scaled(5) : scaled(5);
    painter.setRenderHint(QPainter::Antialiasing);
    for (const auto& [colour, wide] : {std::pair(greys().ladder, 4.5), {greys().strong, 2.0}}) {
        painter.setPen(QPen(colour, wide));
        painter.drawLine(QPointF(x, from), QPointF(x, to));
        painter.drawPolyline(
            QPolygonF({{x - scaled(4), to + head}, {x, to}, {x + scaled(4), to + head}}));
    }
    painter.setRenderHint(QPainter::Antialiasing, false);
}

/// A tag with its colour, pointing at the strip; or a plain mark across the scale's right side.
void Ladder::draw_handles(QPainter& painter) const {
    const QRectF place = scale_rect();
    painter.setRenderHint(QPainter::Antialiasing);
    for (std::size_t i = 0; i < face_.handles.size(); ++i) {
        const LadderHandle& handle = face_.handles[i];
        const double y = y_of(handle.step);
        const bool held = handle.chosen || is_chosen({Line::Kind::handle, i});
        if (!handle.colour) {
            const double left = place.right() + scaled(face_.strip ? 20 : 3);
            const double length = scaled(face_.strip ? 10 : 26), thick = held ? 3 : 2;
            painter.fillRect(QRectF(left, y - thick / 2 - 1, length, thick + 2), greys().ladder);
            painter.fillRect(QRectF(left, y - thick / 2, length, thick),
                             held ? greys().strong : greys().secondary);
            continue;
        }
        const double left = place.right() + scaled(21), half = scaled(6);
        painter.setPen(QPen(held ? greys().strong : greys().secondary, held ? 2 : 1));
        painter.setBrush(qcolor(*handle.colour));
        painter.drawPolygon(QPolygonF({{left, y},
                                       {left + half, y - half},
                                       {left + scaled(24), y - half},
                                       {left + scaled(24), y + half},
                                       {left + half, y + half}}));
    }
    painter.setRenderHint(QPainter::Antialiasing, false);
}

/// The planned range as a dashed box beside the scale, its ends by their steps.
void Ladder::draw_range(QPainter& painter) const {
    if (!face_.plans || !session_.document.has_painting()) return;
    const auto& range = session_.document.painting().plan.range;
    if (!range) return;
    const QRectF place = scale_rect();
    const double left = place.right() + scaled(4), right = width() - scaled(8);
    const QRectF box(QPointF(left, y_of(range->lightest)), QPointF(right, y_of(range->darkest)));
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(greys().text, 1, Qt::DashLine));
    painter.drawRect(box);
    painter.setFont(figure_font());
    const auto end = [&](Line::Kind kind, double step, double y) {
        const bool held = is_chosen({kind});
        if (held) painter.fillRect(QRectF(left, y_of(step) - 1, right - left, 3), greys().strong);
        painter.setPen(held ? greys().strong : greys().text);
        painter.drawText(QRectF(left, y, right - left, scaled(14)),
                         Qt::AlignLeft | Qt::AlignVCenter, figure(on_scale(step, face_.scale)));
    };
    end(Line::Kind::lightest, range->lightest, box.top() - scaled(16));
    end(Line::Kind::darkest, range->darkest, box.bottom() + scaled(3));
}

/// Each focus by its letter at its mean step.
void Ladder::draw_foci(QPainter& painter) const {
    if (!face_.plans || !session_.document.has_painting()) return;
    const auto& foci = session_.document.painting().plan.foci;
    const auto& means = foci_.means();
    painter.setFont(secondary_font());
    for (std::size_t i = 0; i < std::min(foci.size(), means.size()); ++i) {
        if (!means[i]) continue;
        const double y = y_of(*means[i]), size = scaled(14);
        const QRectF box(scale_rect().right() + scaled(8), y - size / 2, size, size);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(QPen(greys().strong, 1));
        painter.setBrush(greys().ladder);
        painter.drawEllipse(box);
        painter.setPen(greys().strong);
        painter.drawText(box, Qt::AlignCenter, QString(QChar(u'A' + static_cast<int>(i))));
        painter.setRenderHint(QPainter::Antialiasing, false);
    }
}

void Ladder::draw_scale(QPainter& painter) const {
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    const int margin = scaled(8);
    const QRect head(margin, 0, width() - 2 * margin - 1, scaled(26));
    painter.drawText(head, Qt::AlignLeft | Qt::AlignVCenter, face_.left);
    painter.drawText(head, Qt::AlignRight | Qt::AlignVCenter, face_.right);

    const QRectF place = scale_rect();
    const double high = place.height() / cells();
    for (int i = 0; i < cells(); ++i) {
        const int step = i + static_cast<int>(shape_of(face_.scale).first);
        const int level =
            qRound(255 * encoded_grey_of(lightness_of_step(static_cast<float>(step), face_.scale)));
        const QRectF cell(place.left(), place.bottom() - (i + 1) * high + 1, place.width(),
                          high - 2);
        painter.fillRect(cell, QColor(level, level, level));
        painter.setPen(level > 110 ? QColor(0x22, 0x22, 0x22) : QColor(0xe0, 0xe0, 0xe0));
        painter.drawText(cell, Qt::AlignCenter, QString::number(step));
    }
}

/// Dots along both sides of the scale where this screen tells no steps apart.
void Ladder::draw_hidden(QPainter& painter) const {
    const ScreenCheck* check = session_.screen.check();
    if (check == nullptr) return;
    const QRectF place = scale_rect();
    const double gap = scaled(4), dot = scaled(2);
    // At least two dots, so that it is visible as a stretch.
    const double dark = std::max(2 * gap, y_of(1) - y_of(check->darkest())),
                 light = std::max(2 * gap, y_of(check->lightest()) - y_of(9));
    for (const auto& [from, to] : {std::pair(y_of(1) - dark, y_of(1)), {y_of(9), y_of(9) + light}})
        for (double y = from + gap / 2; y < to; y += gap)
            for (const double x : {place.left() - scaled(4), place.right() + scaled(2)})
                painter.fillRect(QRectF(x, y - dot / 2, dot, dot), greys().secondary);
}

void Ladder::draw_distribution(QPainter& painter, bool left) const {
    const QRectF place = scale_rect();
    // Both sides have one scale, so that they can be compared: its maximum is the tallest bar of
    // either.
    double most = 1e-9;
    const int bars = static_cast<int>(8 * kBarsPerStep) + 1;
    const auto share = [&](const StepHistogram& of, int bar) {
        const double middle = 1 + bar / kBarsPerStep, half = 0.5 / kBarsPerStep;
        return of.share_between(middle - half, middle + half);
    };
    for (const StepHistogram* steps : {face_.filled, face_.outlined})
        for (int bar = 0; steps != nullptr && bar < bars; ++bar)
            most = std::max(most, share(*steps, bar));

    const double room = left ? place.left() - scaled(4) : width() - place.right() - scaled(8);
    const double thick = std::abs(y_of(5) - y_of(5 + 1 / kBarsPerStep));
    const double base = left ? place.left() - 2 : place.right() + 3;
    painter.setRenderHint(QPainter::Antialiasing, false);
    painter.setPen(left ? QPen(Qt::NoPen) : QPen(greys().text, 1));
    painter.setBrush(left ? QBrush(greys().secondary) : QBrush(Qt::NoBrush));
    for (int bar = 0; bar < bars; ++bar) {
        const double length = room * share(left ? *face_.filled : *face_.outlined, bar) / most;
        if (length < 0.6) continue;
        const double y = y_of(1 + bar / kBarsPerStep) - thick / 2;
        painter.drawRect(QRectF(left ? base - length : base, y + 0.5, length, thick - 1.5));
    }
    if (!left) painter.drawLine(QPointF(base, place.top()), QPointF(base, place.bottom()));
}

void Ladder::draw_figures(QPainter& painter) const {
    const int x = scaled(10);
    int y = static_cast<int>(scale_rect().bottom()) + scaled(14);
    for (const LadderFigure& figure : face_.figures) {
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        painter.drawText(QRect(x, y, width() - x, scaled(16)), Qt::AlignVCenter, figure.label);
        painter.setFont(figure.words ? body_font() : figure_font(15));
        painter.setPen(greys().strong);
        painter.drawText(QRect(x, y + scaled(15), width() - x, scaled(20)), Qt::AlignVCenter,
                         figure.value);
        y += scaled(40);
    }
}

}  // namespace underpaint
