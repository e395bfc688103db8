// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/error_chart.h"

#include <QDate>
#include <QLocale>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

QString day_of(std::chrono::sys_days day) {
    const auto days = day.time_since_epoch().count();
    return QLocale().toString(QDate(1970, 1, 1).addDays(days), QStringLiteral("d MMM"));
}

bool named(DrillKind kind) {
    return !text_of(kind).unit.empty();
}

/// What is drawn of a week.
double value_of(const Logbook::Stretch& week, DrillKind kind) {
    return named(kind) ? week.error : 100 * week.right;
}

}  // namespace

ErrorChart::ErrorChart(const PracticeSession& session, QWidget* parent)
    : QWidget(parent), session_(session) {
    setObjectName(QStringLiteral("error_chart"));
    set_accessible_role(*this, QAccessible::Chart);
    setAccessibleName(tr("Your error over the weeks"));
    setFixedHeight(scaled(200));
    connect(&session_, &PracticeSession::changed, this, [this] {
        say();
        update();
    });
}

void ErrorChart::say() {
    QStringList weeks;
    for (const Logbook::Stretch& week : session_.weeks())
        weeks << tr("week of %1: %2")
                     .arg(day_of(week.begins))
                     .arg(value_of(week, session_.kind()), 0, 'f', 2);
    set_accessible_text(*this, weeks.join(QStringLiteral("; ")));
}

void ErrorChart::draw(QPainter& painter, const QRectF& place) const {
    const DrillText& drill = text_of(session_.kind());
    const auto& weeks = session_.weeks();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(body_font(true));
    painter.setPen(greys().strong);
    const QString title = drill.unit == "step" ? tr("Your error, in steps")
                          : named(drill.kind)  ? tr("Your error, in %1").arg(from_view(drill.unit))
                                               : tr("Right answers, in percent");
    painter.drawText(place.topLeft() + QPointF(0, scaled(14)), title);
    const double after = painter.fontMetrics().horizontalAdvance(title) + scaled(18);
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    if (named(drill.kind))
        painter.drawText(place.topLeft() + QPointF(after, scaled(14)),
                         tr("half of the answers lie within the band"));
    const QRectF plot = place.adjusted(scaled(30), scaled(34), -scaled(8), -scaled(44));
    if (weeks.empty()) {
        painter.drawText(plot, Qt::AlignCenter,
                         tr("Each week that you practise in becomes a point here."));
        return;
    }
    double most = named(drill.kind) ? 0.5 : 100;
    for (const Logbook::Stretch& week : weeks)
        if (named(drill.kind)) most = std::max({most, week.error, week.high});
    if (named(drill.kind)) most = std::ceil(2 * most) / 2;
    const auto y_of = [&](double value) {
        return plot.bottom() - std::clamp(value / most, 0.0, 1.0) * plot.height();
    };
    // Weeks stand where they are in time.
    const double first = static_cast<double>(weeks.front().begins.time_since_epoch().count()),
                 span = std::max(
                     1.0,
                     static_cast<double>(weeks.back().begins.time_since_epoch().count()) - first);
    const auto x_of = [&](const Logbook::Stretch& week) {
        if (weeks.size() == 1) return plot.center().x();
        return plot.left() + (static_cast<double>(week.begins.time_since_epoch().count()) - first) /
                                 span * plot.width();
    };
    painter.setFont(figure_font());
    // Half units where there is room for a line each.
    const int lines = named(drill.kind) && most <= 2.5 ? qRound(most / 0.5) : 4;
    for (int line = 0; line <= lines; ++line) {
        const double value = most * line / lines;
        painter.setPen(QPen(greys().rule, 1));
        painter.drawLine(QPointF(plot.left(), y_of(value)), QPointF(plot.right(), y_of(value)));
        painter.setPen(greys().secondary);
        painter.drawText(QRectF(place.left(), y_of(value) - 9, scaled(24), 18),
                         Qt::AlignRight | Qt::AlignVCenter,
                         QString::number(value, 'f', named(drill.kind) ? 1 : 0));
    }
    if (named(drill.kind) && weeks.size() > 1) {
        QPainterPath band;
        for (std::size_t i = 0; i < weeks.size(); ++i) {
            const QPointF at(x_of(weeks[i]), y_of(weeks[i].high));
            i == 0 ? band.moveTo(at) : band.lineTo(at);
        }
        for (std::size_t i = weeks.size(); i-- > 0;)
            band.lineTo(x_of(weeks[i]), y_of(weeks[i].low));
        painter.fillPath(band, greys().chosen);
    }
    QPolygonF points;
    for (const Logbook::Stretch& week : weeks)
        points << QPointF(x_of(week), y_of(value_of(week, drill.kind)));
    painter.setPen(QPen(greys().strong, 1.2));
    painter.drawPolyline(points);
    painter.setBrush(greys().strong);
    for (const QPointF& point : points) painter.drawEllipse(point, scaled(3), scaled(3));
    painter.setPen(greys().secondary);
    double free_from = -1e9;
    for (const Logbook::Stretch& week : weeks) {
        const double x = x_of(week), wide = scaled(56);
        if (x - wide / 2 < free_from) continue;
        free_from = x + wide / 2 + scaled(20);
        painter.drawText(QRectF(x - wide / 2, plot.bottom() + scaled(4), wide, scaled(16)),
                         Qt::AlignCenter, day_of(week.begins));
    }
}

void ErrorChart::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().ground);
    painter.fillRect(QRect(0, 0, width(), 1), greys().rule);
    draw(painter, QRectF(rect()).adjusted(scaled(14), scaled(8), -scaled(14), 0));
    const QString weakest = session_.weakest();
    if (weakest.isEmpty()) return;
    const double y = height() - scaled(8);
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    const QString label = tr("Weakest now: ");
    painter.drawText(QPointF(scaled(14), y), label);
    painter.setPen(greys().text);
    painter.drawText(QPointF(scaled(14) + painter.fontMetrics().horizontalAdvance(label), y),
                     tr("%1. The next questions lean that way.").arg(weakest));
}

}  // namespace underpaint
