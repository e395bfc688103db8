// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/lens_legend.h"

#include "desk/kit/look.h"

namespace underpaint {
namespace {

constexpr int kBar = 120, kSpace = 6;  // pixels at the usual text size
constexpr int kTints = 40;

QColor colour_of(Rgb c) {
    return QColor::fromRgbF(c.r, c.g, c.b);
}

double width_of(const QPainter& painter, const char* name) {
    return QFontMetrics(figure_font(11), painter.device())
        .horizontalAdvance(QString::fromUtf8(name));
}

}  // namespace

double legend_width(const QPainter& painter, const LensLegend& legend) {
    return width_of(painter, legend.least) + width_of(painter, legend.most) +
           scaled(kBar + 4 * kSpace);
}

void draw_legend(QPainter& painter, const QRectF& box, const LensLegend& legend) {
    painter.setFont(figure_font(11));
    double x = box.left() + scaled(kSpace);
    const auto say = [&](const char* name) {
        const double width = width_of(painter, name);
        painter.drawText(QRectF(x, box.top(), width, box.height()), Qt::AlignCenter,
                         QString::fromUtf8(name));
        x += width + scaled(kSpace);
    };
    say(legend.least);
    const QRectF bar(x, box.top() + scaled(5), scaled(kBar), box.height() - scaled(10));
    for (int i = 0; i < kTints; ++i) {
        const auto at = static_cast<float>(i) / (kTints - 1);
        painter.fillRect(QRectF(bar.left() + i * bar.width() / kTints, bar.top(),
                                bar.width() / kTints + 0.5, bar.height()),
                         colour_of(legend.tint(legend.from + at * (1 - legend.from))));
    }
    x = bar.right() + scaled(kSpace);
    say(legend.most);
}

}  // namespace underpaint
