// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/ledger_delegate.h"

#include <QPainter>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "desk/passes/ledger_model.h"

namespace underpaint {
namespace {

constexpr int kRowHeight = 44;

/// The columns of a pass or group: how it stands, large, and its own share, small.
void draw_columns(QPainter& painter, const QRect& row, const PassAudit& pass, bool exact) {
    const QRect large(row.left(), row.top() + scaled(5), row.width(), scaled(18));
    const QRect small(row.left(), row.top() + scaled(23), row.width(), scaled(15));
    for (const LedgerColumn& column : ledger_columns(row.width())) {
        const auto words = column.measure.words(pass);
        if (words)
            draw_figure(painter, column.right, large,
                        about(column.measure, exact) + QString::fromStdString(words->now),
                        words->verdict, 11);
        painter.setFont(figure_font(10));
        painter.setPen(greys().secondary);
        painter.drawText(QRect(row.left(), small.top(), column.right - row.left(), small.height()),
                         Qt::AlignRight | Qt::AlignVCenter,
                         words ? QString::fromStdString(words->own) : QStringLiteral("–"));
    }
}

void draw_seal_figures(QPainter& painter, const QRect& row, const PassAudit& ground) {
    const Range range = range_of(ground.steps);
    QString text =
        QStringLiteral("%1–%2").arg(range.darkest, 0, 'f', 1).arg(range.lightest, 0, 'f', 1);
    if (ground.focus && ground.focus->lead)
        text += QStringLiteral(" · lead %1×").arg(*ground.focus->lead, 0, 'f', 2);
    painter.setFont(figure_font(11));
    painter.setPen(greys().secondary);
    painter.drawText(row.adjusted(0, 0, -scaled(10), 0), Qt::AlignRight | Qt::AlignVCenter, text);
}

/// What stands before a row: a mark for the seal, a number, or whether a group is folded.
QString head_of(const LedgerRow& row) {
    switch (row.kind) {
        case LedgerRow::Kind::seal: return QStringLiteral("◆");
        case LedgerRow::Kind::group: return row.folded ? QStringLiteral("▸") : QStringLiteral("▾");
        case LedgerRow::Kind::pass: return QString::number(row.pass + 1);
    }
    return {};
}

}  // namespace

QString about(const MeasureRecord& measure, bool exact) {
    return !exact && &measure == &kValueMeasure ? QStringLiteral("≈") : QString();
}

QSize LedgerDelegate::sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const {
    return {scaled(380), scaled(kRowHeight)};
}

void LedgerDelegate::paint(QPainter* painter, const QStyleOptionViewItem& option,
                           const QModelIndex& index) const {
    const auto* model = qobject_cast<const LedgerModel*>(index.model());
    const int number = index.row();
    const QRect row = option.rect;
    painter->save();
    const bool chosen = option.state & QStyle::State_Selected;
    if (chosen) painter->fillRect(row, greys().chosen);
    painter->fillRect(QRect(row.left(), row.bottom(), row.width(), 1), greys().rule);
    if (chosen && (option.state & QStyle::State_HasFocus)) {
        painter->setPen(greys().secondary);
        painter->drawRect(row.adjusted(0, 0, -1, -2));
    }

    const LedgerRow& of = model->row(number);
    const bool off = model->is_off(number);
    if (off) painter->setOpacity(0.45);
    painter->setPen(greys().secondary);
    painter->setFont(secondary_font());
    const QRect head(row.left(), row.top(), scaled(22), row.height());
    if (of.kind == LedgerRow::Kind::group) painter->setFont(figure_font(15));
    painter->drawText(head, Qt::AlignCenter, head_of(of));
    // A rule along the passes of a group binds them together.
    if (of.kind == LedgerRow::Kind::pass && of.group != kNoGroup)
        painter->fillRect(QRect(row.left() + scaled(1), row.top(), scaled(2), row.height()),
                          greys().secondary);

    const QRect frame(row.left() + scaled(24),
                      row.top() + (row.height() - scaled(kThumbnailHeight)) / 2,
                      scaled(kThumbnailWidth), scaled(kThumbnailHeight));
    const auto& thumbnails = model->thumbnails().images();
    draw_thumbnail(*painter, frame,
                   of.moment() < thumbnails.size() ? thumbnails[of.moment()] : QImage());

    const int left = frame.right() + scaled(8);
    const int name_right =
        of.kind == LedgerRow::Kind::seal
            ? row.right() - scaled(150)
            : row.left() + ledger_columns(row.width()).front().right - scaled(48);
    const auto text_line = [&](int top, int height, const QFont& font, const QColor& colour,
                               const QString& text) {
        painter->setFont(font);
        painter->setPen(colour);
        const QRect place(left, row.top() + top, name_right - left, height);
        painter->drawText(place, Qt::AlignLeft | Qt::AlignVCenter,
                          painter->fontMetrics().elidedText(text, Qt::ElideRight, place.width()));
    };
    text_line(scaled(5), scaled(18), body_font(true), greys().strong,
              index.data(Qt::DisplayRole).toString());
    text_line(scaled(23), scaled(15), secondary_font(), greys().secondary,
              model->kind_of_row(number));

    const auto& audit = model->measuring().audit();
    painter->translate(row.topLeft());
    const QRect inside(QPoint(0, 0), row.size());
    if (!model->measuring().current()) painter->setOpacity(0.5);
    if (of.kind == LedgerRow::Kind::seal && audit)
        draw_seal_figures(*painter, inside, audit->ground);
    else if (const PassAudit* figures = model->figures(number); figures && !off)
        draw_columns(*painter, inside, *figures, audit->exact);
    painter->restore();
}

}  // namespace underpaint
