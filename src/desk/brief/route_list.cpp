// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/route_list.h"

#include <QContextMenuEvent>
#include <QHelpEvent>
#include <QPainter>
#include <QToolTip>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"

namespace underpaint {

RouteList::RouteList(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("route"));
    set_accessible_role(*this, QAccessible::List);
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
}

void RouteList::set_rows(std::vector<RouteRow> rows) {
    const bool other = rows.size() != rows_.size();
    rows_ = std::move(rows);
    chosen_ = std::clamp(chosen_, 0, std::max(0, static_cast<int>(rows_.size()) - 1));
    QStringList words;
    for (const RouteRow& row : rows_)
        words << tr("%1, %2").arg(row.name, row.state == RouteRow::State::done ? tr("done")
                                            : row.state == RouteRow::State::in_hand
                                                ? tr("in hand")
                                                : tr("to come"));
    setAccessibleName(tr("Steps of the route: %1").arg(words.join(QStringLiteral("; "))));
    if (other) updateGeometry();
    update();
}

int RouteList::row_height() const {
    return scaled(38);
}

QSize RouteList::sizeHint() const {
    return {scaled(300), row_height() * static_cast<int>(rows_.size())};
}

QRectF RouteList::row_rect(std::size_t row) const {
    return {0, static_cast<double>(row) * row_height(), static_cast<double>(width()),
            static_cast<double>(row_height())};
}

QRectF RouteList::mark_rect(std::size_t row) const {
    const QRectF place = row_rect(row);
    return {place.topLeft() + QPointF(scaled(12), scaled(8)), QSizeF(scaled(10), scaled(10))};
}

QRectF RouteList::taken_rect(std::size_t row) const {
    const QRectF place = row_rect(row);
    return {QPointF(place.right() - scaled(56), place.top()), QSizeF(scaled(44), place.height())};
}

int RouteList::row_at(QPointF at) const {
    const int row = static_cast<int>(at.y()) / row_height();
    return at.y() >= 0 && row < static_cast<int>(rows_.size()) ? row : -1;
}

void RouteList::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    for (std::size_t i = 0; i < rows_.size(); ++i) {
        const RouteRow& row = rows_[i];
        const QRectF place = row_rect(i);
        const bool in_hand = row.state == RouteRow::State::in_hand;
        if (in_hand) painter.fillRect(place, greys().chosen);
        painter.fillRect(QRectF(place.left(), place.top(), place.width(), 1), greys().rule);
        if (hasFocus() && static_cast<int>(i) == chosen_) {
            painter.setPen(QPen(greys().secondary, 1, Qt::DotLine));
            painter.drawRect(place.adjusted(1, 1, -2, -2));
        }
        painter.setRenderHint(QPainter::Antialiasing);
        const QRectF mark = mark_rect(i).adjusted(1, 1, -1, -1);
        if (in_hand) {
            painter.setPen(Qt::NoPen);
            painter.setBrush(greys().strong);
            painter.drawPolygon(
                QPolygonF({mark.topLeft(), mark.bottomLeft(), {mark.right(), mark.center().y()}}));
        } else {
            painter.setPen(
                QPen(row.state == RouteRow::State::done ? greys().strong : greys().secondary, 1));
            painter.setBrush(row.state == RouteRow::State::done ? QBrush(greys().strong)
                                                                : Qt::NoBrush);
            painter.drawEllipse(mark);
        }
        painter.setRenderHint(QPainter::Antialiasing, false);
        const double left = place.left() + scaled(32), right = place.right() - scaled(116);
        const bool two = !row.words.isEmpty();
        painter.setFont(body_font(row.state != RouteRow::State::open));
        painter.setPen(row.state == RouteRow::State::open ? greys().text : greys().strong);
        const QRectF name(left, place.top() + (two ? scaled(3) : 0), right - left,
                          two ? scaled(17) : place.height());
        painter.drawText(name, Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(row.name, Qt::ElideRight,
                                                          static_cast<int>(name.width())));
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        const QRectF words(left, place.top() + scaled(19), place.right() - left - scaled(66),
                           scaled(15));
        painter.drawText(words, Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(row.words, Qt::ElideRight,
                                                          static_cast<int>(words.width())));
        painter.setFont(figure_font());
        const QRectF usual =
            taken_rect(i).translated(-scaled(54), 0).adjusted(0, 0, 0, two ? -scaled(14) : 0);
        painter.drawText(usual, Qt::AlignRight | Qt::AlignVCenter, row.usual);
        painter.setPen(greys().strong);
        painter.drawText(taken_rect(i).adjusted(0, 0, 0, two ? -scaled(14) : 0),
                         Qt::AlignRight | Qt::AlignVCenter, row.taken);
    }
}

void RouteList::choose(int row) {
    chosen_ = std::clamp(row, 0, std::max(0, static_cast<int>(rows_.size()) - 1));
    update();
}

void RouteList::mousePressEvent(QMouseEvent* event) {
    const int row = row_at(event->position());
    if (event->button() != Qt::LeftButton || row < 0) return;
    choose(row);
    const auto at = static_cast<std::size_t>(row);
    if (rows_[at].by_hand && mark_rect(at).adjusted(-8, -8, 8, 8).contains(event->position()))
        emit ticked(row);
    else if (rows_[at].state == RouteRow::State::open)
        emit taken_in_hand(row);
}

void RouteList::mouseDoubleClickEvent(QMouseEvent* event) {
    const int row = row_at(event->position());
    if (row >= 0 && taken_rect(static_cast<std::size_t>(row)).contains(event->position()))
        emit wants_minutes(row);
}

void RouteList::keyPressEvent(QKeyEvent* event) {
    if (rows_.empty()) return QWidget::keyPressEvent(event);
    switch (event->key()) {
        case Qt::Key_Up: choose(chosen_ - 1); break;
        case Qt::Key_Down: choose(chosen_ + 1); break;
        case Qt::Key_Space:
            if (rows_[static_cast<std::size_t>(chosen_)].by_hand)
                emit ticked(chosen_);
            else
                emit taken_in_hand(chosen_);
            break;
        case Qt::Key_Return:
        case Qt::Key_Enter: emit wants_to_go_on(chosen_); break;
        case Qt::Key_Menu:
            open_menu(chosen_,
                      mapToGlobal(row_rect(static_cast<std::size_t>(chosen_)).center().toPoint()));
            break;
        default: QWidget::keyPressEvent(event);
    }
}

void RouteList::contextMenuEvent(QContextMenuEvent* event) {
    const int row = row_at(event->pos());
    if (row < 0) return;
    choose(row);
    open_menu(row, event->globalPos());
}

void RouteList::open_menu(int row, const QPoint& at) {
    if (!fill_) return;
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("step_menu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    fill_(*menu, static_cast<std::size_t>(row));
    menu->popup(at);
}

bool RouteList::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        const int row = row_at(help->pos());
        if (row >= 0) {
            const RouteRow& at = rows_[static_cast<std::size_t>(row)];
            QToolTip::showText(
                help->globalPos(),
                tr("%1\n%2\nDouble click on the time taken to correct it; the right "
                   "button changes the step")
                    .arg(at.name,
                         at.words.isEmpty() ? tr("ticked by hand, on its mark") : at.words),
                this);
            return true;
        }
    }
    return QWidget::event(event);
}

}  // namespace underpaint
