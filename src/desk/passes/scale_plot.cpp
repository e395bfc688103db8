// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/scale_plot.h"

#include <QPainter>
#include <QPolygonF>
#include <cmath>

#include "audit/limits.h"
#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "terms/verdict.h"

namespace underpaint {

ScalePlot::ScalePlot(const Session& session, QWidget* parent)
    : QWidget(parent),
      session_(session),
      job_(this, Urgency::figures, "what a pass does at each step") {
    setObjectName(QStringLiteral("scale_plot"));
    setAccessibleName(tr("What it does by value step"));
    set_accessible_role(*this, QAccessible::Chart);
    setToolTip(
        tr("How far the pass moves each grey where it fully lands; the band between the dotted "
           "lines is held"));
    setMinimumHeight(scaled(70));
    session_.when(this, &ScalePlot::refresh, &Document::changed, &Outlook::moment_changed,
                  &Choices::reader_changed);
}

void ScalePlot::refresh() {
    job_.stop();
    update();
    if (!isVisible()) return;  // a hidden plot is updated when it is shown
    const auto pass = session_.outlook.chosen_pass();
    if (!pass) return curve_.clear();
    const Painting& painting = session_.document.painting();
    if (is_same_everywhere(painting, *pass)) {
        curve_ = *scale_response(painting, *pass, session_.choices.reader());
        return;
    }
    job_.start([this, painting, pass = *pass, reader = session_.choices.reader()](
                   const std::stop_token& stop, const auto& deliver) {
        auto curve = scale_response(painting, pass, reader, 33, stop);
        if (!curve) return;
        deliver([this, curve = std::move(*curve)] {
            curve_ = curve;
            QStringList steps;
            for (const ScalePoint& point : curve_)
                if (std::fabs(point.step - std::round(point.step)) < 0.01F)
                    steps << tr("step %1: %2 to %3")
                                 .arg(std::lround(point.step))
                                 .arg(signed_figure(point.low, 2), signed_figure(point.high, 2));
            set_accessible_text(*this, steps.join(QStringLiteral("; ")));
            update();
        });
    });
}

void ScalePlot::showEvent(QShowEvent*) {
    refresh();
}

void ScalePlot::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setFont(body_font());
    painter.setPen(greys().secondary);
    painter.drawText(QRect(0, 0, width(), scaled(18)), Qt::AlignVCenter,
                     tr("What it does by value step"));
    const QRectF field(0, scaled(22), width(), height() - scaled(22));
    painter.fillRect(field, greys().ladder);
    if (!session_.outlook.chosen_pass()) return;

    float most = 0.5F;
    for (const ScalePoint& p : curve_) most = std::max({most, std::fabs(p.low), std::fabs(p.high)});
    most = std::ceil(2 * most) / 2;
    const double left = scaled(34), right = field.right() - scaled(14);
    const double top = field.top() + scaled(9), bottom = field.bottom() - scaled(18);
    const auto place = [&](double step, double drift) {
        return QPointF(left + (step - 1) / 8 * (right - left),
                       (top + bottom) / 2 - drift / most * (bottom - top) / 2);
    };

    painter.setFont(figure_font(10));
    for (int step = 1; step <= 9; ++step) {
        const double x = place(step, 0).x();
        painter.fillRect(QRectF(x, field.top(), 1, field.height() - scaled(16)), greys().rule);
        painter.drawText(QRectF(x - 10, bottom + scaled(3), 20, scaled(14)), Qt::AlignCenter,
                         QString::number(step));
    }
    const bool roomy = bottom - top > scaled(34);
    for (const double drift : {-1.0, 0.0, 1.0}) {
        if (!roomy && drift == 0) continue;  // the line itself shows it
        const QPointF at = place(1, drift * most);
        painter.drawText(QRectF(0, at.y() - 8, left - scaled(5), 16),
                         Qt::AlignRight | Qt::AlignVCenter,
                         drift == 0 ? QStringLiteral("0") : signed_figure(drift * most, 1));
    }
    painter.setPen(QPen(greys().secondary.darker(130), 1));
    painter.drawLine(place(1, 0), place(9, 0));
    painter.setPen(QPen(greys().secondary.darker(130), 1, Qt::DotLine));
    const double held = limits_of(session_.document.painting(), session_.settings.rules()).drift;
    for (const double edge : {-held, held}) painter.drawLine(place(1, edge), place(9, edge));

    painter.setRenderHint(QPainter::Antialiasing);
    QPolygonF line, band;
    for (const ScalePoint& p : curve_) {
        const auto step = static_cast<double>(p.step);
        line << place(step, static_cast<double>(p.drift));
        band << place(step, static_cast<double>(p.high));
    }
    for (auto p = curve_.rbegin(); p != curve_.rend(); ++p)
        band << place(static_cast<double>(p->step), static_cast<double>(p->low));
    QColor shade = greys().secondary;
    shade.setAlpha(70);
    painter.setPen(Qt::NoPen);
    painter.setBrush(shade);
    painter.drawPolygon(band);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(greys().strong, 1.6));
    painter.drawPolyline(line);
}

}  // namespace underpaint
