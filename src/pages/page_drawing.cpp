// SPDX-License-Identifier: GPL-3.0-or-later
// Marks, pictures and charts of a page.
#include <QImage>
#include <QPaintEngine>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <array>
#include <cmath>

#include "pages/page_maker.h"
#include "report/chart_span.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

QImage image_of_picture(const Picture& picture) {
    const Size size = picture.size();
    QImage image(size.width, size.height, QImage::Format_RGB888);
    std::vector<std::uint8_t> row(static_cast<std::size_t>(size.width) *
                                  static_cast<std::size_t>(count_of(picture.channels())));
    for (int y = 0; y < size.height; ++y) {
        picture.read_interleaved(y, std::span<std::uint8_t>(row));
        std::copy(row.begin(), row.end(), image.scanLine(y));
    }
    return image;
}

}  // namespace

void draw_page_picture(QPainter& painter, const QRectF& place, const Picture& pixels) {
    QImage image = image_of_picture(pixels);
    const QPaintEngine* engine = painter.paintEngine();
    if (engine != nullptr && engine->type() == QPaintEngine::Raster) {
        // QPainter skips pixels when it makes a picture much smaller.
        const QSize seen = painter.combinedTransform().mapRect(place).size().toSize();
        if (seen.width() < image.width())
            image = image.scaled(seen.expandedTo({1, 1}), Qt::IgnoreAspectRatio,
                                 Qt::SmoothTransformation);
    }
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(place, image);
}

void draw_page_mark(QPainter& painter, QPointF at, double size, Verdict verdict,
                    const QColor& colour) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF place(at.x() - size / 2, at.y() - size / 2, size, size);
    QPen pen(colour, size / 9);
    if (verdict == Verdict::lost) pen.setDashPattern({1.8, 1.8});
    painter.setPen(pen);
    painter.setBrush(verdict == Verdict::held ? QBrush(colour) : QBrush(Qt::NoBrush));
    painter.drawEllipse(place);
    if (verdict == Verdict::slipping) {
        constexpr int quarter = 90 * 16;
        painter.setBrush(colour);
        painter.drawPie(place, quarter, 2 * quarter);
    }
    painter.restore();
}

void draw_page_chart(QPainter& painter, const QRectF& place, const LineChart& chart,
                     const PageGreys& greys) {
    constexpr double left = 34, right = 110, top = 6, bottom = 16;
    const QRectF plot = place.adjusted(left, top, -right, -bottom);
    const ChartSpan span = span_of(chart);
    const auto x_at = [&](std::size_t i) {
        return chart.x.size() < 2 ? plot.center().x()
                                  : plot.left() + plot.width() * static_cast<double>(i) /
                                                      static_cast<double>(chart.x.size() - 1);
    };
    const auto y_at = [&](double v) {
        return plot.top() + (span.high - v) / (span.high - span.low) * plot.height();
    };
    const auto text = [&](const QRectF& where, int align, const QString& words) {
        painter.drawText(where, align | Qt::AlignVCenter | Qt::TextDontClip, words);
    };
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(page_font(8));
    painter.setPen(QPen(greys.rule, 0.7));
    painter.drawLine(plot.bottomLeft(), plot.topLeft());
    painter.drawLine(plot.bottomLeft(), plot.bottomRight());
    const auto label = [&](double value) {
        painter.setPen(greys.soft);
        text({place.left(), y_at(value) - 5, left - 5, 10}, Qt::AlignRight,
             QString::number(value, 'f', chart.decimals));
    };
    label(span.low);
    label(span.high);
    for (const double budget : chart.budgets) {
        painter.setPen(QPen(greys.soft, 0.5, Qt::DotLine));
        painter.drawLine(QPointF(plot.left(), y_at(budget)), QPointF(plot.right(), y_at(budget)));
        label(budget);
    }
    for (std::size_t i = 0; i < chart.x.size(); ++i)
        text({x_at(i) - 20, plot.bottom() + 3, 40, 10}, Qt::AlignHCenter,
             QString::fromStdString(chart.x[i]));
    static const std::array<QList<qreal>, 6> strokes{QList<qreal>{}, {5, 3}, {2, 2},
                                                     {7, 2, 2, 2},   {1, 3}, {9, 3}};
    std::vector<double> ends;  // of the lines, where their names stand
    for (std::size_t s = 0; s < chart.series.size(); ++s) {
        QPainterPath path;
        double end = plot.center().y();
        bool begun = false;
        for (std::size_t i = 0; i < chart.series[s].values.size() && i < chart.x.size(); ++i) {
            const auto& value = chart.series[s].values[i];
            if (!value || !std::isfinite(*value)) continue;
            end = y_at(*value);
            begun ? path.lineTo(x_at(i), end) : path.moveTo(x_at(i), end);
            begun = true;
        }
        QPen pen(greys.text, 1);
        if (!strokes[s % strokes.size()].isEmpty()) pen.setDashPattern(strokes[s % strokes.size()]);
        painter.strokePath(path, pen);
        ends.push_back(end - 5);
    }
    painter.setPen(greys.text);
    for (const ChartName& name : names_apart(ends, place.top(), 9))
        text({plot.right() + 6, name.top, right - 6, 10}, Qt::AlignLeft,
             QString::fromStdString(shown_name(chart.series[name.series].name)));
    painter.restore();
}

}  // namespace underpaint
