// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/values/shape_bar.h"

#include <QPainter>

#include "audit/shapes.h"
#include "colour/reader.h"
#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"

namespace underpaint {

ShapeBar::ShapeBar(const Session& session, const ValuesMeter& values, QWidget* parent)
    : QWidget(parent), session_(session), values_(values) {
    setObjectName(QStringLiteral("shape_bar"));
    set_accessible_role(*this, QAccessible::Chart);
    setToolTip(
        tr("How much of the picture each flat value takes. The splits are dragged on the "
           "ladder while a shapes lens is on"));
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    connect(&session_.document, &Document::changed, this, &ShapeBar::refresh);
    connect(&values_, &ValuesMeter::changed, this, &ShapeBar::refresh);
    connect(&session_.choices, &Choices::scale_changed, this, qOverload<>(&QWidget::update));
    refresh();
}

void ShapeBar::set_shapes(ShapeCount count) {
    count_ = count;
    refresh();
}

QSize ShapeBar::sizeHint() const {
    return {scaled(200), scaled(44)};
}

void ShapeBar::refresh() {
    shares_.clear();
    if (session_.document.has_painting() && values_.figures())
        shares_ = shape_shares(values_.figures()->steps,
                               session_.document.painting().plan.splits.of(count_));
    QStringList words;
    for (std::size_t i = 0; i < shares_.size(); ++i)
        words << tr("%1 %2%")
                     .arg(from_view(name_of_shape(count_, i)))
                     .arg(100 * shares_[i], 0, 'f', 0);
    setAccessibleName(tr("Shapes: %1").arg(words.join(QStringLiteral(", "))));
    update();
}

void ShapeBar::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const QRectF bar(0, 0, width(), scaled(22));
    painter.fillRect(bar, greys().rule);
    if (shares_.empty()) return;
    const Splits& splits = session_.document.painting().plan.splits.of(count_);
    painter.setFont(figure_font());
    double x = 0;
    for (std::size_t i = 0; i < shares_.size(); ++i) {
        const double width = bar.width() * shares_[i];
        const int level = qRound(
            255 * encoded_grey_of(lightness_of_step(static_cast<float>(flat_step(count_, i)))));
        const QRectF cell(x, 0, width, bar.height());
        painter.fillRect(cell, QColor(level, level, level));
        const QString text = QString::number(100 * shares_[i], 'f', 0) + QLatin1Char('%');
        if (painter.fontMetrics().horizontalAdvance(text) + scaled(6) < width) {
            painter.setPen(level > 110 ? QColor(0x11, 0x11, 0x11) : QColor(0xf4, 0xf4, 0xf4));
            painter.drawText(cell, Qt::AlignCenter, text);
        }
        x += width;
    }
    // Words where there is room for them, figures alone for five shapes.
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    const QRectF below(0, bar.bottom() + scaled(4), width(), scaled(16));
    const auto at = [this](double split) {
        return QString::number(session_.choices.said(split), 'f', 1);
    };
    if (count_ == ShapeCount::five) {
        QStringList figures;
        for (const double split : splits) figures << at(split);
        painter.drawText(below, Qt::AlignLeft,
                         tr("split at %1").arg(figures.join(QStringLiteral(" · "))));
        return;
    }
    painter.drawText(below, Qt::AlignLeft, tr("dark below %1").arg(at(splits.front())));
    if (count_ == ShapeCount::three) painter.drawText(below, Qt::AlignHCenter, tr("middle"));
    painter.drawText(below, Qt::AlignRight, tr("light above %1").arg(at(splits.back())));
}

}  // namespace underpaint
