// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/charts/temperature_chart.h"

#include <QMouseEvent>
#include <QPainter>
#include <cmath>

#include "colour/lab.h"
#include "colour/oklab.h"
#include "colour/srgb.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

/// Where warmth and steps lie on a chart of some size.
struct Field {
    QRectF area;
    double coolest = -24, warmest = 24;

    Field(const QSizeF& size, const PassAudit& now, const PassAudit* before)
        : area(scaled(48), scaled(46), size.width() - scaled(48) - scaled(24),
               size.height() - scaled(46) - scaled(34)) {
        // The scale is fixed, unless a colour lies outside it.
        for (const PassAudit* state : {&now, before})
            for (const PartColours& part :
                 state != nullptr ? state->colours : std::vector<PartColours>())
                for (const SideColours* side : {&part.lights, &part.shadows}) {
                    coolest = std::min(coolest, 5 * std::floor(side->warmth / 5) - 1);
                    warmest = std::max(warmest, 5 * std::ceil(side->warmth / 5) + 1);
                }
    }
    double x(double warmth) const {
        return area.left() + (warmth - coolest) / (warmest - coolest) * area.width();
    }
    double y(double step) const { return area.bottom() - (step - 1) / 8 * area.height(); }
    QPointF at(const SideColours& side) const { return {x(side.warmth), y(side.step)}; }
};

/// The mean colour of a side, at the lightness that it has.
QColor colour_of(const SideColours& side) {
    const double lightness = std::clamp((side.step - 1) * 12.5, 0.0, 100.0);
    const double y = static_cast<double>(luminance_of_lightness(static_cast<float>(lightness)));
    const Rgb rgb = encode(linear_rgb(OkLab{
        static_cast<float>(std::cbrt(y)), static_cast<float>(side.a), static_cast<float>(side.b)}));
    const auto channel = [](float v) { return std::clamp(v, 0.0F, 1.0F); };
    return QColor::fromRgbF(channel(rgb.r), channel(rgb.g), channel(rgb.b));
}

void draw_head(QPainter& painter, const QPointF& from, const QPointF& to, double back) {
    const QPointF way = to - from;
    const double length = std::hypot(way.x(), way.y());
    if (length < back + 2) return;
    const QPointF along = way / length, across(-along.y(), along.x());
    const QPointF tip = to - back * along;
    const double head = scaled(8), half = scaled(3.4);
    painter.drawPolygon(
        QPolygonF{tip, tip - head * along + half * across, tip - head * along - half * across});
}

/// Names stand beside the shadow's end, one under the other where they would meet.
class Names {
public:
    QRectF place(const QPointF& at, const QSizeF& size, const QRectF& inside) {
        QRectF place;
        const double gap = scaled(10);
        const QPointF tries[] = {{-size.width() - gap, gap / 2},
                                 {gap, gap / 2},
                                 {-size.width() / 2, gap},
                                 {-size.width() / 2, -gap - size.height()},
                                 {-size.width() - gap, -size.height() - gap / 2},
                                 {gap, -size.height() - gap / 2}};
        for (const QPointF& way : tries) {
            place = QRectF(at + way, size);
            if (inside.contains(place) &&
                std::ranges::none_of(taken_, [&](const QRectF& t) { return t.intersects(place); }))
                break;
        }
        taken_.push_back(place);
        return place;
    }
    void keep_clear(const QRectF& place) { taken_.push_back(place); }

private:
    std::vector<QRectF> taken_;
};

}  // namespace

TemperatureChart::TemperatureChart(Session& session, Measuring& measuring)
    : Chart("temperature", tr("Temperature"), session, measuring) {}

QString TemperatureChart::caption() const {
    const PassAudit* state = now();
    if (state == nullptr || state->index == 0) return tr("as sealed");
    return state->index == 1
               ? tr("after pass 1, against the seal")
               : tr("after pass %1, against pass %2").arg(state->index).arg(state->index - 1);
}

QString TemperatureChart::text() const {
    const PassAudit* state = now();
    if (state == nullptr) return {};
    QStringList lines;
    if (state->swing.measured) lines << tr("swing %1").arg(signed_figure(state->swing.swing, 1));
    for (const PartColours& each : state->colours) {
        const Part* part = session_.document.painting().part(each.part);
        if (part == nullptr) continue;
        const auto side = [](const SideColours& of) {
            return tr("warmth %1 at step %2")
                .arg(signed_figure(of.warmth, 1))
                .arg(of.step, 0, 'f', 1);
        };
        lines << tr("%1: lights %2, shadows %3")
                     .arg(shown(part->name), side(each.lights), side(each.shadows));
    }
    return lines.join(QStringLiteral("; "));
}

void TemperatureChart::draw(QPainter& painter, const QSizeF& size) const {
    const PassAudit* state = now();
    if (state == nullptr) return draw_hint(painter, size, tr("Measuring…"));
    const PassAudit* was = before();
    const Field field(size, *state, was);

    painter.setFont(figure_font());
    for (int step = 1; step <= 9; ++step) {
        painter.setPen(QPen(greys().rule, 1));
        painter.drawLine(QPointF(field.area.left(), field.y(step)),
                         QPointF(field.area.right(), field.y(step)));
        painter.setPen(greys().secondary);
        painter.drawText(QRectF(0, field.y(step) - 9, field.area.left() - scaled(14), 18),
                         Qt::AlignRight | Qt::AlignVCenter, QString::number(step));
    }
    for (int warmth = static_cast<int>(std::ceil(field.coolest / 5)) * 5; warmth <= field.warmest;
         warmth += 5) {
        painter.setPen(QPen(warmth == 0 ? greys().secondary : greys().rule, 1));
        painter.drawLine(QPointF(field.x(warmth), field.area.top()),
                         QPointF(field.x(warmth), field.area.bottom()));
        painter.setPen(greys().secondary);
        painter.drawText(QRectF(field.x(warmth) - 30, field.area.bottom() + scaled(8), 60, 18),
                         Qt::AlignCenter,
                         warmth == 0 ? QStringLiteral("0") : signed_figure(warmth, 0));
    }
    painter.drawText(QRectF(field.area.left(), scaled(8), 80, 16), Qt::AlignLeft, tr("cool"));
    painter.drawText(QRectF(field.area.right() - 80, scaled(8), 80, 16), Qt::AlignRight,
                     tr("warm"));

    // The bracket of the picture's swing, as wide as the swing. Its words stand on the left, or on
    // the right where "cool" is in the way.
    const auto bracket = [&](const SwingAudit& swing, double y, bool strong, const QString& words) {
        painter.setFont(figure_font());
        painter.setPen(strong ? greys().strong : greys().secondary);
        const double from = field.x(swing.shadows), to = field.x(swing.lights);
        const double room = scaled(180), gap = scaled(10);
        const double left = std::min(from, to) - gap, right = std::max(from, to) + gap;
        if (left - painter.fontMetrics().horizontalAdvance(words) > field.area.left() + scaled(44))
            painter.drawText(QRectF(left - room, y - 9, room, 18),
                             Qt::AlignRight | Qt::AlignVCenter, words);
        else
            painter.drawText(QRectF(right, y - 9, room, 18), Qt::AlignLeft | Qt::AlignVCenter,
                             words);
        painter.setPen(QPen(strong ? greys().strong : greys().secondary, strong ? 2 : 1,
                            strong ? Qt::SolidLine : Qt::DotLine));
        painter.drawLine(QPointF(from, y), QPointF(to, y));
        for (const double x : {from, to}) painter.drawLine(QPointF(x, y - 4), QPointF(x, y + 4));
    };
    if (state->swing.measured)
        bracket(state->swing, scaled(17), true,
                tr("swing now %1").arg(signed_figure(state->swing.swing, 1)));
    if (was != nullptr && was->swing.measured)
        bracket(was->swing, scaled(33), false,
                tr("before %1").arg(signed_figure(was->swing.swing, 1)));

    const Painting& painting = session_.document.painting();
    if (state->colours.empty())
        return draw_hint(painter, size,
                         tr("There are no parts yet. Name some on the Values bench, and each has "
                            "its lights and shadows here."));
    struct Label {
        QRectF place;
        QString name;
        bool strong;
    };
    std::vector<Label> labels;
    Names names;
    const double dot = scaled(6.5);
    for (const PartColours& part : state->colours)
        for (const SideColours* side : {&part.lights, &part.shadows})
            names.keep_clear(QRectF(field.at(*side) - QPointF(dot, dot), QSizeF(2 * dot, 2 * dot)));
    if (was != nullptr)
        for (const PartColours& part : was->colours) {
            if (!part.has_both()) continue;
            painter.setPen(QPen(greys().secondary, 1, Qt::DotLine));
            painter.drawLine(field.at(part.shadows), field.at(part.lights));
            painter.setPen(QPen(greys().secondary, 1));
            painter.setBrush(Qt::NoBrush);
            for (const SideColours* side : {&part.lights, &part.shadows})
                painter.drawEllipse(field.at(*side), scaled(3.5), scaled(3.5));
        }
    for (const PartColours& part : state->colours) {
        const Part* own = painting.part(part.part);
        if (own == nullptr || !part.has_both()) continue;
        const bool strong = part.part == pointed_;
        const QPointF from = field.at(part.shadows), to = field.at(part.lights);
        painter.setPen(QPen(greys().strong, strong ? 2.4 : 1.2));
        painter.drawLine(from, to);
        painter.setPen(Qt::NoPen);
        painter.setBrush(greys().strong);
        draw_head(painter, from, to, dot);
        for (const SideColours* side : {&part.shadows, &part.lights}) {
            painter.setPen(
                QPen(strong ? greys().strong : greys().ground.darker(180), strong ? 2 : 1));
            painter.setBrush(colour_of(*side));
            painter.drawEllipse(field.at(*side), dot, dot);
        }
        painter.setFont(secondary_font());
        if (strong) painter.setFont(body_font(true));
        const QString name = shown(own->name);
        const QSizeF room(QFontMetricsF(painter.font()).horizontalAdvance(name) + 2, scaled(15));
        labels.push_back({names.place(from, room, QRectF(QPointF(), size)), name, strong});
    }
    // Labels are drawn over the arrows, each on a background of its own.
    for (const Label& label : labels) {
        QColor ground = greys().ground;
        ground.setAlphaF(0.8F);
        painter.fillRect(label.place, ground);
        painter.setFont(label.strong ? body_font(true) : secondary_font());
        painter.setPen(label.strong ? greys().strong : greys().text);
        painter.drawText(label.place, Qt::AlignCenter, label.name);
    }
}

void TemperatureChart::mouseMoveEvent(QMouseEvent* event) {
    const PassAudit* state = now();
    if (state == nullptr) return;
    const Field field(size(), *state, before());
    PartId nearest = 0;
    double least = scaled(24);
    for (const PartColours& part : state->colours)
        for (const SideColours* side : {&part.lights, &part.shadows}) {
            const QPointF way = field.at(*side) - event->position();
            if (const double far = std::hypot(way.x(), way.y()); part.has_both() && far < least)
                least = far, nearest = part.part;
        }
    point_at(nearest);
}

void TemperatureChart::leaveEvent(QEvent* event) {
    Chart::leaveEvent(event);
    point_at(0);
}

void TemperatureChart::point_at(PartId part) {
    if (part == pointed_) return;
    pointed_ = part;
    update();
    const PassAudit *state = now(), *was = before();
    const Part* own = session_.document.painting().part(part);
    if (state == nullptr || own == nullptr) return void(emit said({}));
    const auto of = [&](const PassAudit& audit) -> const PartColours* {
        const auto found = std::ranges::find(audit.colours, part, &PartColours::part);
        return found == audit.colours.end() ? nullptr : &*found;
    };
    const PartColours *is = of(*state), *then = was != nullptr ? of(*was) : nullptr;
    if (is == nullptr) return;
    const auto side = [&](const SideColours& now, const SideColours* before) {
        QString words = signed_figure(now.warmth, 1);
        if (before != nullptr) words += tr(" (was %1)").arg(signed_figure(before->warmth, 1));
        return words;
    };
    QString words = tr("%1: shadow %2 · light %3 · intensity %4%")
                        .arg(shown(own->name), side(is->shadows, then ? &then->shadows : nullptr),
                             side(is->lights, then ? &then->lights : nullptr))
                        .arg(std::lround(100 * is->lights.intensity));
    emit said(words);
}

}  // namespace underpaint
