// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/pointer_line.h"

#include <QPainter>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"

namespace underpaint {

PointerLine::PointerLine(const Session& session, QWidget* parent)
    : QWidget(parent), session_(session) {
    setObjectName(QStringLiteral("pointer_line"));
    setFixedHeight(scaled(28));
    point({}, false);
}

void PointerLine::point(QPointF picture, bool inside) {
    label_ = tr("Under the pointer:");
    name_.clear();
    figures_ = tr("nothing of the picture");
    std::optional<double> step;
    const auto pixel =
        inside && bench_ != nullptr && session_.document.has_painting()
            ? pixel_at(session_.outlook.shown().picture.size(), {picture.x(), picture.y()})
            : std::nullopt;
    if (pixel) {
        const Probe at =
            probe(session_.outlook.shown().picture, session_.outlook.shown().upto, *pixel);
        name_ = at.part != nullptr ? shown(at.part->name) : tr("no part");
        step = step_of(read(session_.choices.reader(), at.now));
        figures_ = bench_->words_for(at, picture);
    }
    setAccessibleName(label_ + QLatin1Char(' ') + name_ + QLatin1Char(' ') + figures_);
    emit stepped(step);
    update();
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
