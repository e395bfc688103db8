// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/practice_charts.h"

#include <QDate>
#include <QLocale>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>
#include <map>
#include <span>

#include "desk/kit/look.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

using Week = Logbook::Stretch;

constexpr double kMostCellError = 2;  // steps; a larger error is drawn like this one
constexpr int kFewSteps = 4;          // lines across a scale without half units

QString day_of(std::chrono::sys_days day) {
    const auto days = day.time_since_epoch().count();
    return QLocale().toString(QDate(1970, 1, 1).addDays(days), QStringLiteral("d MMM"));
}

bool named(const PracticeSession& session) {
    return !text_of(session.kind()).unit.empty();
}

/// Signed mean and mean size of the errors in a cell.
struct CellError {
    int count = 0;
    double bias = 0, error = 0;
};
std::map<DrillCell, CellError> cells_of(const PracticeSession& session) {
    std::map<DrillCell, CellError> cells;
    for (const Naming& naming : session.namings()) {
        CellError& cell = cells[naming.cell];
        ++cell.count, cell.bias += naming.error, cell.error += std::abs(naming.error);
    }
    for (auto& [where, cell] : cells) cell.bias /= cell.count, cell.error /= cell.count;
    return cells;
}

/// A plot whose x is time, by weeks, and whose y runs from 0 up.
class WeekPlot {
public:
    WeekPlot(QPainter& painter, const QRectF& place, std::span<const Week> weeks, double most,
             int lines, int decimals, const Greys& with)
        : painter_(painter),
          plot_(place.adjusted(scaled(34), scaled(6), -scaled(30), -scaled(24))),
          most_(most),
          first_(day_number(weeks.front())),
          span_(day_number(weeks.back()) - first_) {
        painter.setFont(figure_font());
        for (int line = 0; line <= lines; ++line) {
            const double value = most * line / lines;
            painter.setPen(QPen(with.rule, 1));
            painter.drawLine(QPointF(plot_.left(), y_of(value)),
                             QPointF(plot_.right(), y_of(value)));
            painter.setPen(with.secondary);
            painter.drawText(QRectF(place.left(), y_of(value) - 9, scaled(28), 18),
                             Qt::AlignRight | Qt::AlignVCenter,
                             QString::number(value, 'f', decimals));
        }
        double free_from = -1e9;
        for (const Week& week : weeks) {
            const double x = x_of(week), wide = scaled(56);
            if (x - wide / 2 < free_from) continue;
            free_from = x + wide / 2 + scaled(20);
            painter.drawText(QRectF(x - wide / 2, plot_.bottom() + scaled(4), wide, scaled(16)),
                             Qt::AlignCenter, day_of(week.begins));
        }
    }
    double y_of(double value) const {
        return plot_.bottom() - std::clamp(value / most_, 0.0, 1.0) * plot_.height();
    }
    double x_of(const Week& week) const {
        if (span_ <= 0) return plot_.center().x();
        return plot_.left() + (day_number(week) - first_) / span_ * plot_.width();
    }
    double bottom() const { return plot_.bottom(); }
    /// Of one week, less a gap.
    double bar_width() const {
        return std::clamp(span_ > 0 ? plot_.width() * 7 / (span_ + 7) * 0.6 : 0, 4.0,
                          double(scaled(20)));
    }

private:
    static double day_number(const Week& week) {
        return static_cast<double>(week.begins.time_since_epoch().count());
    }
    QPainter& painter_;
    QRectF plot_;
    double most_, first_, span_;
};

void draw_weeks(QPainter& painter, const QRectF& place, const PracticeSession& session,
                const Greys& with) {
    const std::vector<Week>& weeks = session.weeks();
    const bool errors = named(session);
    const auto value_of = [&](const Week& week) { return errors ? week.error : 100 * week.right; };
    double most = errors ? 0.5 : 100;
    for (const Week& week : weeks)
        if (errors) most = std::max({most, week.error, week.high});
    if (errors) most = std::ceil(2 * most) / 2;
    // A line each half unit, where there is room.
    const int lines = errors && most <= 2.5 ? qRound(most / 0.5) : kFewSteps;
    const WeekPlot plot(painter, place, weeks, most, lines, errors ? 1 : 0, with);
    if (errors && weeks.size() > 1) {
        QPainterPath band;
        for (std::size_t i = 0; i < weeks.size(); ++i) {
            const QPointF at(plot.x_of(weeks[i]), plot.y_of(weeks[i].high));
            i == 0 ? band.moveTo(at) : band.lineTo(at);
        }
        for (std::size_t i = weeks.size(); i-- > 0;)
            band.lineTo(plot.x_of(weeks[i]), plot.y_of(weeks[i].low));
        painter.fillPath(band, with.chosen);
    }
    QPolygonF points;
    for (const Week& week : weeks) points << QPointF(plot.x_of(week), plot.y_of(value_of(week)));
    painter.setPen(QPen(with.strong, 1.2));
    painter.drawPolyline(points);
    painter.setBrush(with.strong);
    for (const QPointF& point : points) painter.drawEllipse(point, scaled(3), scaled(3));
}

void draw_minutes(QPainter& painter, const QRectF& place, const PracticeSession& session,
                  const Greys& with) {
    const std::vector<Week>& weeks = session.all_weeks();
    double most = 20;
    for (const Week& week : weeks) most = std::max(most, week.minutes);
    most = std::ceil(most / 20) * 20;
    const WeekPlot plot(painter, place, weeks, most, kFewSteps, 0, with);
    const double wide = plot.bar_width();
    for (const Week& week : weeks) {
        const double top = plot.y_of(week.minutes);
        painter.fillRect(QRectF(plot.x_of(week) - wide / 2, top, wide, plot.bottom() - top),
                         with.text);
    }
}

/// A disc in each cell that was asked about, as large as its error; full where the painter says too
/// light, open where too dark.
void draw_cells(QPainter& painter, const QRectF& place, const PracticeSession& session,
                const Greys& with) {
    constexpr int columns = DrillCell::kLightest - DrillCell::kDarkest + 1,
                  rows = DrillCell::kHues + 1;
    const QRectF plot = place.adjusted(scaled(64), scaled(2), -scaled(12), -scaled(18));
    const double wide = plot.width() / columns, high = plot.height() / rows;
    const auto middle = [&](int column, int row) {
        return plot.topLeft() + QPointF((column + 0.5) * wide, (row + 0.5) * high);
    };
    painter.setFont(secondary_font());
    painter.setPen(with.secondary);
    for (int row = 0; row < rows; ++row)
        painter.drawText(QRectF(place.left(), plot.top() + row * high, scaled(58), high),
                         Qt::AlignRight | Qt::AlignVCenter,
                         from_view(hue_name(row < DrillCell::kHues ? row : DrillCell::kNeutral)));
    for (int column = 0; column < columns; ++column)
        painter.drawText(QRectF(plot.left() + column * wide, plot.bottom(), wide, scaled(16)),
                         Qt::AlignCenter, QString::number(DrillCell::kDarkest + column));
    const auto cells = cells_of(session);
    const double largest = std::min(wide, high) / 2 - 0.5;
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < columns; ++column) {
            const auto cell = cells.find(
                {row < DrillCell::kHues ? row : DrillCell::kNeutral, DrillCell::kDarkest + column});
            const QPointF at = middle(column, row);
            if (cell == cells.end()) {
                painter.fillRect(QRectF(at.x() - 0.5, at.y() - 0.5, 1, 1), with.secondary);
                continue;
            }
            const double share = std::min(1.0, cell->second.error / kMostCellError);
            const double radius = std::max(1.5, largest * std::sqrt(share));
            painter.setPen(QPen(with.strong, 1.2));
            painter.setBrush(cell->second.bias > 0 ? QBrush(with.strong) : QBrush(Qt::NoBrush));
            painter.drawEllipse(at, radius, radius);
        }
}

bool is_empty(PracticeChart chart, const PracticeSession& session) {
    switch (chart) {
        case PracticeChart::weeks: return session.weeks().empty();
        case PracticeChart::cells: return session.namings().empty();
        case PracticeChart::minutes: return session.all_weeks().empty();
    }
    return true;
}

}  // namespace

bool chart_suits(PracticeChart chart, DrillKind kind) {
    return chart != PracticeChart::cells || text_of(kind).unit == "step";
}

QString chart_title(PracticeChart chart, const PracticeSession& session) {
    const DrillText& drill = text_of(session.kind());
    switch (chart) {
        case PracticeChart::weeks:
            return drill.unit == "step" ? QObject::tr("Your error, in steps")
                   : named(session) ? QObject::tr("Your error, in %1").arg(from_view(drill.unit))
                                    : QObject::tr("Right answers, in percent");
        case PracticeChart::cells: return QObject::tr("Your error by hue and step");
        case PracticeChart::minutes: return QObject::tr("Minutes a week");
    }
    return {};
}

QString chart_caption(PracticeChart chart, const PracticeSession& session) {
    switch (chart) {
        case PracticeChart::weeks: {
            if (named(session)) return QObject::tr("half of the answers lie within the band");
            const auto& threshold = session.standing(session.kind()).threshold;
            if (!threshold) return {};
            return QObject::tr("you tell %1 %4 apart (%2 to %3)")
                .arg(threshold->level, 0, 'f', 2)
                .arg(threshold->low, 0, 'f', 2)
                .arg(threshold->high, 0, 'f', 2)
                .arg(from_view(text_of(session.kind()).level_unit));
        }
        case PracticeChart::cells:
            return QObject::tr("as large as the error; full: said too light");
        case PracticeChart::minutes: return QObject::tr("all drills and studies");
    }
    return {};
}

QString chart_text(PracticeChart chart, const PracticeSession& session) {
    QStringList said;
    switch (chart) {
        case PracticeChart::weeks:
            for (const Week& week : session.weeks())
                said << QObject::tr("week of %1: %2")
                            .arg(day_of(week.begins))
                            .arg(named(session) ? week.error : 100 * week.right, 0, 'f', 2);
            break;
        case PracticeChart::cells:
            for (const auto& [where, cell] : cells_of(session))
                said << QObject::tr("%1 about step %2: %3")
                            .arg(from_view(hue_name(where.hue)))
                            .arg(where.step)
                            .arg(signed_figure(cell.bias, 2));
            break;
        case PracticeChart::minutes:
            for (const Week& week : session.all_weeks())
                said << QObject::tr("week of %1: %2 min")
                            .arg(day_of(week.begins))
                            .arg(std::lround(week.minutes));
            break;
    }
    return said.join(QStringLiteral("; "));
}

void draw_chart(QPainter& painter, const QRectF& place, PracticeChart chart,
                const PracticeSession& session, const Greys& with) {
    painter.setRenderHint(QPainter::Antialiasing);
    if (is_empty(chart, session)) {
        painter.setFont(secondary_font());
        painter.setPen(with.secondary);
        painter.drawText(place, Qt::AlignCenter,
                         QObject::tr("Each week that you practise in becomes a point here."));
        return;
    }
    switch (chart) {
        case PracticeChart::weeks: return draw_weeks(painter, place, session, with);
        case PracticeChart::cells: return draw_cells(painter, place, session, with);
        case PracticeChart::minutes: return draw_minutes(painter, place, session, with);
    }
}

}  // namespace underpaint
