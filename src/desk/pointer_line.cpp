// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/pointer_line.h"

#include <QPainter>
#include <cmath>

#include "colour/intensity.h"
#include "colour/warmth.h"
#include "desk/greys.h"
#include "desk/look.h"
#include "desk/words.h"
#include "render/probe.h"

namespace underpaint {

PointerLine::PointerLine(const Session& session, const EdgeMeter& edges, QWidget* parent)
    : QWidget(parent), session_(session), edges_(edges) {
    setObjectName(QStringLiteral("pointer_line"));
    setFixedHeight(scaled(28));
    point({}, false);
}

void PointerLine::point(QPointF picture, bool inside) {
    label_ = tr("Under the pointer:");
    name_.clear();
    figures_ = tr("nothing of the picture");
    std::optional<double> step;
    if (inside && session_.has_painting()) {
        const Probe at = probe(session_.shown(), session_.shown_upto(),
                               static_cast<int>(picture.x()), static_cast<int>(picture.y()));
        name_ = at.part != nullptr ? shown(at.part->name) : tr("no part");
        const float now = read(session_.reader(), at.now);
        const float was = step_of(read(session_.reader(), at.sealed));
        step = step_of(now);
        const Plan& plan = session_.painting().plan;
        if (bench_ == Bench::values)
            figures_ = tr("step %1 · L* %2 · %3 shape")
                           .arg(session_.said(*step), 0, 'f', 1)
                           .arg(now, 0, 'f', 1)
                           .arg(from_view(name_of_shape(
                               shapes_, shape_of_step(plan.splits.of(shapes_), *step)))) +
                       edge_at(picture);
        else
            figures_ = tr("sealed %1 → now %2 (%3 step) · warmth %4 · intensity %5%")
                           .arg(was, 0, 'f', 1)
                           .arg(*step, 0, 'f', 1)
                           .arg(signed_figure(*step - static_cast<double>(was), 1))
                           .arg(signed_figure(warmth(at.now), 1))
                           .arg(std::lround(100 * intensity(at.now)));
    }
    setAccessibleName(label_ + QLatin1Char(' ') + name_ + QLatin1Char(' ') + figures_);
    emit stepped(step);
    update();
}

QString PointerLine::edge_at(QPointF picture) const {
    const auto edge = edges_.near(picture);
    if (!edge) return {};
    const auto kind = static_cast<std::size_t>(kind_of_edge(edge->width));
    return tr(" · edge %1 (%2 px)")
        .arg(from_view(kEdgeNames[kind]))
        .arg(static_cast<double>(edge->width), 0, 'f', edge->width < 10 ? 1 : 0);
}

void PointerLine::say(const QString& text) {
    said_ = text;
    update();
}

void PointerLine::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().ladder);
    painter.fillRect(QRect(0, 0, width(), 1), greys().rule);
    int x = scaled(12);
    const auto add = [&](const QFont& font, const QColor& colour, const QString& text, int space) {
        painter.setFont(font);
        painter.setPen(colour);
        const int room = width() - x - scaled(8);
        painter.drawText(QRect(x, 0, room, height()), Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(text, Qt::ElideRight, room));
        x += painter.fontMetrics().horizontalAdvance(text) + space;
    };
    if (!said_.isEmpty()) return add(body_font(), greys().strong, said_, 0);
    add(secondary_font(), greys().secondary, label_, scaled(5));
    if (!name_.isEmpty()) add(body_font(true), greys().strong, name_, scaled(10));
    add(figure_font(11), greys().secondary, figures_, 0);
}

}  // namespace underpaint
