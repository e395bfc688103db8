// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/charts/balance_chart.h"

#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>
#include <iterator>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/marks.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

constexpr int kColumns = 3;

/// Those that a painting is measured by and that have a figure; the ledger's columns first.
std::vector<const MeasureRecord*> drawn_measures(const Limits& limits, const Painting& painting) {
    std::vector<const MeasureRecord*> drawn;
    std::ranges::copy_if(kMeasures, std::back_inserter(drawn), [&](const MeasureRecord* measure) {
        return measure->figure != nullptr &&
               (measure->asked == nullptr || measure->asked(limits, painting));
    });
    std::ranges::stable_partition(drawn, &MeasureRecord::column);
    return drawn;
}

/// Where a plot lies, and its moments from left to right.
struct Place {
    QRectF plot;
    std::size_t moments;

    Place(const QSizeF& size, std::size_t index, std::size_t plots, std::size_t passes)
        : moments(passes + 1) {
        const auto i = static_cast<int>(index);
        const int rows = (static_cast<int>(plots) + kColumns - 1) / kColumns;
        const double across = size.width() / kColumns, down = size.height() / rows;
        const QRectF cell(i % kColumns * across, i / kColumns * down, across, down);
        plot = cell.adjusted(scaled(18), scaled(30), -scaled(14), -scaled(12));
    }
    double x(std::size_t moment) const { return x(static_cast<double>(moment)); }
    double x(double moment) const {
        return plot.left() + (moments < 2
                                  ? plot.width() / 2
                                  : plot.width() * moment / static_cast<double>(moments - 1));
    }
    /// What belongs to some moments, to half-way to the ones beside them.
    QRectF stretch(std::size_t first, std::size_t last) const {
        const double left = std::max(plot.left(), x(static_cast<double>(first) - 0.5));
        const double right = std::min(plot.right(), x(static_cast<double>(last) + 0.5));
        return {left, plot.top(), right - left, plot.height()};
    }
};

/// The figures that a plot shows.
struct FigureScale {
    double low = INFINITY, high = -INFINITY;

    void take(double figure) { low = std::min(low, figure), high = std::max(high, figure); }
    void take(const Bounds& bounds) {
        take(bounds.held), take(bounds.lost);
        if (bounds.better == Better::near_nought) take(-bounds.held), take(-bounds.lost);
    }
    /// So that what is drawn does not touch the border.
    void widen() {
        if (!(high > low)) low = std::isfinite(low) ? low - 0.5 : 0, high = low + 1;
        const double room = 0.08 * (high - low);
        low -= room, high += room;
    }
    double y(const QRectF& plot, double figure) const {
        return plot.bottom() - (figure - low) / (high - low) * plot.height();
    }
};

/// What is held lies on the ground, what slips on a step darker, what is lost on two.
void draw_bounds(QPainter& painter, const QRectF& stretch, const FigureScale& scale,
                 const Bounds& bounds) {
    const QColor slipping = greys().ladder, lost = greys().bar.darker(115);
    const auto fill = [&](double from, double to, const QColor& colour) {
        const double top = scale.y(stretch, to), bottom = scale.y(stretch, from);
        painter.fillRect(QRectF(stretch.left(), top, stretch.width(), bottom - top), colour);
    };
    if (bounds.better != Better::small) {
        const double side = bounds.better == Better::large ? 1 : -1;
        fill(side * bounds.lost, side * bounds.held, slipping);
        fill(scale.low, side * bounds.lost, lost);
    }
    if (bounds.better != Better::large) {
        fill(bounds.held, bounds.lost, slipping);
        fill(bounds.lost, scale.high, lost);
    }
}

}  // namespace

BalanceChart::BalanceChart(Session& session, Measuring& measuring)
    : Chart("balance", tr("Balance"), session, measuring) {}

QString BalanceChart::caption() const {
    return tr("a click winds to a pass");
}

QString BalanceChart::text() const {
    const Audit* audit = figures();
    if (audit == nullptr) return {};
    QStringList lines;
    for (const MeasureRecord* measure :
         drawn_measures(audit->limits, session_.document.painting())) {
        QStringList moments;
        for (const PassAudit& pass : audit->passes)
            if (const auto figure = measure->figure(pass))
                moments << tr("pass %1 %2").arg(pass.index).arg(*figure, 0, 'f', 2);
        if (!moments.isEmpty())
            lines << tr("%1: %2").arg(from_view(measure->label),
                                      moments.join(QStringLiteral(", ")));
    }
    return lines.join(QStringLiteral("; "));
}

void BalanceChart::draw(QPainter& painter, const QSizeF& size) const {
    const Audit* audit = figures();
    if (audit == nullptr) return draw_hint(painter, size, tr("Measuring…"));
    if (audit->passes.empty())
        return draw_hint(painter, size, tr("Nothing is laid yet. Each pass adds to these lines."));
    const std::size_t chosen = std::min(session_.outlook.moment(), audit->passes.size());
    const auto measures = drawn_measures(audit->limits, session_.document.painting());
    for (std::size_t index = 0; index < measures.size(); ++index) {
        const MeasureRecord& measure = *measures[index];
        const Place place(size, index, measures.size(), audit->passes.size());
        const auto state = [&](std::size_t moment) -> const PassAudit& {
            return moment == 0 ? audit->ground : audit->passes[moment - 1];
        };
        FigureScale scale;
        std::vector<std::optional<double>> values;
        std::vector<std::optional<Bounds>> bounds;
        for (std::size_t moment = 0; moment < place.moments; ++moment) {
            values.push_back(measure.figure(state(moment)));
            bounds.push_back(measure.bounds != nullptr ? measure.bounds(*audit, state(moment))
                                                       : std::nullopt);
            if (values.back()) scale.take(*values.back());
            if (bounds.back()) scale.take(*bounds.back());
        }
        scale.widen();
        const auto y = [&](double figure) { return scale.y(place.plot, figure); };

        painter.fillRect(place.plot, greys().sheet);
        for (std::size_t first = 0, last = 0; first < place.moments; first = last + 1) {
            last = first;
            while (last + 1 < place.moments && bounds[last + 1] == bounds[first]) ++last;
            if (bounds[first])
                draw_bounds(painter, place.stretch(first, last), scale, *bounds[first]);
        }
        painter.setPen(QPen(greys().chosen.lighter(130), 1));
        painter.drawLine(QPointF(place.x(chosen), place.plot.top()),
                         QPointF(place.x(chosen), place.plot.bottom()));
        QPolygonF path;
        for (std::size_t moment = 0; moment < values.size(); ++moment)
            if (values[moment]) path << QPointF(place.x(moment), y(*values[moment]));
        painter.setPen(QPen(greys().text, 1.4));
        painter.setBrush(Qt::NoBrush);
        painter.drawPolyline(path);
        for (std::size_t moment = 0; moment < values.size(); ++moment) {
            if (!values[moment]) continue;
            const auto words = measure.words(state(moment));
            const double side = scaled(moment == chosen ? 10 : 7);
            const QRectF mark(place.x(moment) - side / 2, y(*values[moment]) - side / 2, side,
                              side);
            painter.setPen(Qt::NoPen);
            painter.setBrush(greys().sheet);
            painter.drawEllipse(mark.adjusted(-1, -1, 1, 1));
            draw_mark(painter, mark, moment == 0 || !words ? Verdict::open : words->verdict,
                      greys().strong);
        }
        const auto words = measure.words(state(chosen));
        const QString figure = words ? QString::fromStdString(words->balance) : QStringLiteral("–");
        QRectF title(place.plot.left(), place.plot.top() - scaled(20), place.plot.width(),
                     scaled(18));
        painter.setFont(figure_font());
        painter.setPen(greys().strong);
        painter.drawText(title, Qt::AlignRight | Qt::AlignVCenter, figure);
        title.setRight(title.right() - painter.fontMetrics().horizontalAdvance(figure) - scaled(6));
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        painter.drawText(title, Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(from_view(measure.label), Qt::ElideRight,
                                                          static_cast<int>(title.width())));
    }
}

std::optional<BalanceChart::Spot> BalanceChart::spot_at(const QPointF& at) const {
    const Audit* audit = figures();
    if (audit == nullptr || audit->passes.empty()) return std::nullopt;
    const auto measures = drawn_measures(audit->limits, session_.document.painting());
    for (std::size_t index = 0; index < measures.size(); ++index) {
        const Place place(size(), index, measures.size(), audit->passes.size());
        if (!place.plot.adjusted(-scaled(8), -scaled(22), scaled(8), scaled(8)).contains(at))
            continue;
        const double share = (at.x() - place.plot.left()) / place.plot.width();
        return Spot{measures[index],
                    static_cast<std::size_t>(std::lround(
                        std::clamp(share, 0.0, 1.0) * static_cast<double>(audit->passes.size())))};
    }
    return std::nullopt;
}

void BalanceChart::mouseMoveEvent(QMouseEvent* event) {
    const auto spot = spot_at(event->position());
    if (!spot) return void(emit said({}));
    const Audit& audit = *figures();
    const PassAudit& state = spot->moment == 0 ? audit.ground : audit.passes[spot->moment - 1];
    const MeasureRecord& measure = *spot->measure;
    const auto words = measure.words(state);
    const QString when = spot->moment == 0
                             ? tr("as sealed")
                             : tr("after pass %1, %2").arg(spot->moment).arg(shown(state.name));
    // arg() with several arguments does not replace a place marker inside a name.
    emit said(words
                  ? tr("%1 %2, %3")
                        .arg(from_view(measure.label), QString::fromStdString(words->balance), when)
                  : tr("%1 not measured, %2").arg(from_view(measure.label), when));
}

void BalanceChart::leaveEvent(QEvent* event) {
    Chart::leaveEvent(event);
    emit said({});
}

void BalanceChart::mousePressEvent(QMouseEvent* event) {
    if (const auto spot = spot_at(event->position())) session_.outlook.set_moment(spot->moment);
}

}  // namespace underpaint
