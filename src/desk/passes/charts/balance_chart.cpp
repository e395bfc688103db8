// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/charts/balance_chart.h"

#include <QMouseEvent>
#include <QPainter>
#include <cmath>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/marks.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

/// One line of the chart: a figure, and between which figures it is held and is slipping.
struct Line {
    const MeasureRecord* measure;
    std::optional<double> (*figure)(const PassAudit& pass);
    /// The bounds of held and of slipping; nothing where they depend on what was before.
    std::optional<std::pair<double, double>> (*bounds)(const Audit& audit);
    bool small_is_good;
};

using Bounds = std::optional<std::pair<double, double>>;

const Line kLines[] = {
    {&kValueMeasure, [](const PassAudit& p) { return std::optional(p.value.judged_p95); },
     [](const Audit& a) {
         return Bounds({a.limits.drift, 2 * a.limits.drift});
     },
     true},
    {&kFocusMeasure, [](const PassAudit& p) { return p.focus ? p.focus->kept : std::nullopt; },
     [](const Audit&) {
         return Bounds({kHeldKept, 0.75});
     },
     false},
    {&kSwingMeasure,
     [](const PassAudit& p) {
         return p.swing.measured ? std::optional(p.swing.swing) : std::nullopt;
     },
     [](const Audit& a) {
         return a.limits.swing && *a.limits.swing > 0
                    ? Bounds({*a.limits.swing, *a.limits.swing / 2})
                    : Bounds();
     },
     false},
    {&kRangeMeasure, [](const PassAudit& p) { return p.range.kept; },
     [](const Audit&) {
         return Bounds({kHeldRange, kLostRange});
     },
     false},
    {&kShapeMeasure, [](const PassAudit& p) { return p.shape.kept; },
     [](const Audit&) {
         return Bounds({kHeldShape, kLostShape});
     },
     false},
    {&kAccentMeasure, [](const PassAudit& p) { return p.intensity.accent_share; },
     [](const Audit& a) {
         return Bounds({a.limits.accents, 2 * a.limits.accents});
     },
     true},
    {&kIntensityMeasure, [](const PassAudit& p) { return p.intensity.lead; },
     [](const Audit&) {
         return Bounds({kClearLead, kHasLead});
     },
     false},
    {&kSharedLightMeasure, [](const PassAudit& p) { return p.shared_light; },
     [](const Audit&) {
         return Bounds({kSharesLight, kNoSharedLight});
     },
     false},
    {&kExtremesMeasure, [](const PassAudit& p) { return std::optional(p.extremes.share()); },
     [](const Audit& a) {
         const double sealed = a.ground.extremes.share();
         return Bounds({sealed + kHeldExtremes, sealed + kLostExtremes});
     },
     true},
    {&kEdgesMeasure,
     [](const PassAudit& p) { return p.edges ? std::optional(p.edges->hard()) : std::nullopt; },
     [](const Audit& a) {
         return a.ground.edges
                    ? Bounds({0.8 * a.ground.edges->hard(), 0.5 * a.ground.edges->hard()})
                    : Bounds();
     },
     false},
    {&kBackgroundMeasure, [](const PassAudit& p) { return background_of(p.focus); },
     [](const Audit&) { return Bounds(); }, false},
    {&kOrderMeasure,
     [](const PassAudit& p) {
         return std::optional(static_cast<double>(p.order.swaps.size() + p.order.closings.size()));
     },
     [](const Audit&) { return Bounds(); }, true},
};
constexpr int kColumns = 3;
constexpr int kRows = (static_cast<int>(std::size(kLines)) + kColumns - 1) / kColumns;

/// Where a plot lies, and its moments from left to right.
struct Place {
    QRectF plot;
    std::size_t moments;

    Place(const QSizeF& size, int index, std::size_t passes) : moments(passes + 1) {
        const double across = size.width() / kColumns, down = size.height() / kRows;
        const QRectF cell(index % kColumns * across, index / kColumns * down, across, down);
        plot = cell.adjusted(scaled(18), scaled(30), -scaled(14), -scaled(12));
    }
    double x(std::size_t moment) const {
        return plot.left() + (moments < 2 ? plot.width() / 2
                                          : plot.width() * static_cast<double>(moment) /
                                                static_cast<double>(moments - 1));
    }
};

}  // namespace

BalanceChart::BalanceChart(Session& session, Measuring& measuring)
    : Chart("balance", tr("Balance"), session, measuring) {}

QString BalanceChart::caption() const {
    return tr("a click winds to a pass");
}

void BalanceChart::draw(QPainter& painter, const QSizeF& size) const {
    const Audit* audit = figures();
    if (audit == nullptr) return draw_hint(painter, size, tr("Measuring…"));
    if (audit->passes.empty())
        return draw_hint(painter, size, tr("Nothing is laid yet. Each pass adds to these lines."));
    const std::size_t chosen = std::min(session_.outlook.moment(), audit->passes.size());
    for (int index = 0; index < static_cast<int>(std::size(kLines)); ++index) {
        const Line& line = kLines[index];
        const Place place(size, index, audit->passes.size());
        const auto state = [&](std::size_t moment) -> const PassAudit& {
            return moment == 0 ? audit->ground : audit->passes[moment - 1];
        };
        double low = INFINITY, high = -INFINITY;
        std::vector<std::optional<double>> values;
        for (std::size_t moment = 0; moment < place.moments; ++moment) {
            values.push_back(line.figure(state(moment)));
            if (values.back())
                low = std::min(low, *values.back()), high = std::max(high, *values.back());
        }
        const auto bounds = line.bounds(*audit);
        if (bounds)
            low = std::min(low, std::min(bounds->first, bounds->second)),
            high = std::max(high, std::max(bounds->first, bounds->second));
        if (!(high > low)) low = std::isfinite(low) ? low - 0.5 : 0, high = low + 1;
        const double room = 0.08 * (high - low);
        low -= room, high += room;
        const auto y = [&](double v) {
            return place.plot.bottom() - (v - low) / (high - low) * place.plot.height();
        };

        // What is held lies on the ground, what slips on a step darker, what is lost on two.
        painter.fillRect(place.plot, greys().sheet);
        if (bounds) {
            const double held = y(bounds->first), lost = y(bounds->second);
            const QColor slipping = greys().ladder, gone = greys().bar.darker(115);
            const QRectF& p = place.plot;
            if (line.small_is_good) {
                painter.fillRect(QRectF(p.left(), lost, p.width(), held - lost), slipping);
                painter.fillRect(QRectF(p.left(), p.top(), p.width(), lost - p.top()), gone);
            } else {
                painter.fillRect(QRectF(p.left(), held, p.width(), lost - held), slipping);
                painter.fillRect(QRectF(p.left(), lost, p.width(), p.bottom() - lost), gone);
            }
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
            const auto words = line.measure->words(state(moment));
            const double side = scaled(moment == chosen ? 10 : 7);
            const QRectF mark(place.x(moment) - side / 2, y(*values[moment]) - side / 2, side,
                              side);
            painter.setPen(Qt::NoPen);
            painter.setBrush(greys().sheet);
            painter.drawEllipse(mark.adjusted(-1, -1, 1, 1));
            draw_mark(painter, mark, moment == 0 || !words ? Verdict::open : words->verdict,
                      greys().strong);
        }
        const auto words = line.measure->words(state(chosen));
        const QString figure = words ? QString::fromStdString(words->balance) : QStringLiteral("–");
        QRectF title(place.plot.left(), place.plot.top() - scaled(20), place.plot.width(),
                     scaled(18));
        painter.setFont(figure_font());
        painter.setPen(greys().strong);
        painter.drawText(title, Qt::AlignRight | Qt::AlignVCenter, figure);
        title.setRight(title.right() - painter.fontMetrics().horizontalAdvance(figure) - scaled(6));
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        painter.drawText(
            title, Qt::AlignLeft | Qt::AlignVCenter,
            painter.fontMetrics().elidedText(from_view(line.measure->label), Qt::ElideRight,
                                             static_cast<int>(title.width())));
    }
}

std::optional<BalanceChart::Spot> BalanceChart::spot_at(const QPointF& at) const {
    const Audit* audit = figures();
    if (audit == nullptr || audit->passes.empty()) return std::nullopt;
    for (int index = 0; index < static_cast<int>(std::size(kLines)); ++index) {
        const Place place(size(), index, audit->passes.size());
        if (!place.plot.adjusted(-scaled(8), -scaled(22), scaled(8), scaled(8)).contains(at))
            continue;
        const double share = (at.x() - place.plot.left()) / place.plot.width();
        return Spot{index,
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
    const MeasureRecord& measure = *kLines[spot->line].measure;
    const auto words = measure.words(state);
    const QString when = spot->moment == 0
                             ? tr("as sealed")
                             : tr("after pass %1, %2").arg(spot->moment).arg(shown(state.name));
    // The multi-argument arg() leaves what looks like a place marker in a name alone.
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
