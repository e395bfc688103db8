// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/difference_table.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QWheelEvent>
#include <algorithm>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "terms/figures.h"

namespace underpaint {
namespace {

constexpr double kTitle = 28, kHeads = 18, kLine = 20, kTake = 58;
constexpr double kNarrow = 560, kTwoHeads = 30;  // widths below kNarrow have headings of two lines

}  // namespace

DifferenceTable::DifferenceTable(Session& session, VersionEdits& edits, const VersionsMeter& meter,
                                 QWidget* parent)
    : QWidget(parent), session_(session), edits_(edits), meter_(meter) {
    setObjectName(QStringLiteral("difference_table"));
    set_accessible_role(*this, QAccessible::List);
    setFocusPolicy(Qt::StrongFocus);
    connect(&edits_, &VersionEdits::changed, this, &DifferenceTable::refresh);
    connect(&meter_, &VersionsMeter::changed, this, &DifferenceTable::refresh);
    refresh();
}

/// Computed anew only when a picture or its figures are others.
void DifferenceTable::refresh() {
    update();
    // High enough for all parts, up to eight, so that nothing moves from pair to pair.
    const std::size_t parts = session_.document.has_painting() ? edits_.painting().parts.size() : 0;
    const double rows = std::clamp(static_cast<double>(parts), 2.0, 8.0);
    setFixedHeight(scaled(kTitle + kHeads + rows * kLine + 8));
    const bool any = session_.document.has_painting() && !edits_.painting().versions.empty();
    const SeenVersion* one = any ? meter_.find(edits_.compared_with()) : nullptr;
    const SeenVersion* other = any ? meter_.find(edits_.looked_at()) : nullptr;
    if (one == nullptr || other == nullptr || one == other || !one->picture || !other->picture) {
        rows_.clear();
        apart_.reset();
        one_ = other_ = nullptr;
        of_one_ = of_other_ = nullptr;
        return setAccessibleName(tr("Where two versions differ"));
    }
    if (one_ == one->picture && other_ == other->picture && of_one_ == one->audit &&
        of_other_ == other->audit)
        return;
    one_ = one->picture, other_ = other->picture;
    of_one_ = one->audit, of_other_ = other->audit;
    apart_ = steps_apart(*one_, *other_, session_.choices.reader());
    rows_.clear();
    first_ = row_ = 0;
    if (of_one_ && of_other_)
        rows_ = part_differences(edits_.painting(), *one_, *one->last(), *other_, *other->last());
    QStringList said;
    for (const PartDifference& row : rows_)
        said << tr("%1: %2")
                    .arg(shown(edits_.painting().part(row.part)->name))
                    .arg(row.colour, 0, 'f', 1);
    setAccessibleName(
        tr("Where %1 and %2 differ: %3")
            .arg(edits_.name_of(one->id), edits_.name_of(other->id), said.join(tr(", "))));
}

bool DifferenceTable::narrow() const {
    return width() < scaled(kNarrow);
}

double DifferenceTable::heads() const {
    return scaled(narrow() ? kTwoHeads : kHeads);
}

QRectF DifferenceTable::take_rect(std::size_t row) const {
    const double y = scaled(kTitle) + heads() + static_cast<double>(row - first_) * scaled(kLine);
    return QRectF(width() - scaled(14 + kTake), y + 1, scaled(kTake), scaled(kLine) - 2);
}

void DifferenceTable::mousePressEvent(QMouseEvent* event) {
    for (std::size_t i = first_; can_take() && i < std::min(rows_.size(), first_ + rows_in_sight());
         ++i)
        if (take_rect(i).contains(event->position())) return emit wants_part(rows_[i].part);
}

std::size_t DifferenceTable::rows_in_sight() const {
    return static_cast<std::size_t>(
        std::max(1.0, (height() - scaled(kTitle) - heads()) / static_cast<double>(scaled(kLine))));
}

void DifferenceTable::scroll_to(std::ptrdiff_t first) {
    const auto most =
        static_cast<std::ptrdiff_t>(rows_.size()) - static_cast<std::ptrdiff_t>(rows_in_sight());
    first_ = static_cast<std::size_t>(
        std::clamp(first, std::ptrdiff_t{0}, std::max(std::ptrdiff_t{0}, most)));
    update();
}

bool DifferenceTable::can_take() const {
    return edits_.compared_with() == edits_.painting().version;
}

void DifferenceTable::wheelEvent(QWheelEvent* event) {
    if (rows_.size() <= rows_in_sight()) return event->ignore();
    scroll_to(static_cast<std::ptrdiff_t>(first_) - event->angleDelta().y() / 120);
    event->accept();
}

void DifferenceTable::keyPressEvent(QKeyEvent* event) {
    const bool up = event->key() == Qt::Key_Up, down = event->key() == Qt::Key_Down;
    const bool takes = event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter;
    if (rows_.empty() || (!up && !down && !takes)) return QWidget::keyPressEvent(event);
    if (takes) {
        if (can_take()) emit wants_part(rows_[row_].part);
        return;
    }
    row_ = down ? std::min(row_ + 1, rows_.size() - 1) : row_ - (row_ > 0 ? 1 : 0);
    const auto row = static_cast<std::ptrdiff_t>(row_);
    const auto high = static_cast<std::ptrdiff_t>(rows_in_sight());
    scroll_to(std::clamp(static_cast<std::ptrdiff_t>(first_), row - high + 1, row));
}

void DifferenceTable::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const double left = scaled(14), right = width() - scaled(14);
    const auto text = [&](double x, double y, double wide, double high, const QString& words,
                          Qt::Alignment align = Qt::AlignLeft) {
        painter.drawText(QRectF(x, y, wide, high), align | Qt::AlignVCenter, words);
    };
    painter.setFont(body_font(true));
    painter.setPen(greys().strong);
    if (!session_.document.has_painting()) return;
    const VersionId one = edits_.compared_with(), other = edits_.looked_at();
    if (edits_.painting().versions.size() < 2 || one == other) {
        text(left, 0, right - left, scaled(kTitle), tr("Where two versions differ"));
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        const QString hint =
            edits_.painting().versions.size() < 2
                ? tr("One version so far. Branch it, or let another be made at the right: values "
                     "stay as sealed.")
                : tr("Point at another version to see where it differs from the chosen one.");
        painter.drawText(QRectF(left, scaled(kTitle), right - left, scaled(40)),
                         Qt::TextWordWrap | Qt::AlignTop, hint);
        return;
    }
    const int a = edits_.number_of(one), b = edits_.number_of(other);
    const QString title = tr("Where %1 and %2 differ").arg(a).arg(b);
    text(left, 0, right - left, scaled(kTitle), title);
    const double after = painter.fontMetrics().horizontalAdvance(title) + scaled(14);
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    if (apart_)
        text(left + after, 0, right - left - after, scaled(kTitle),
             tr("by part; values lie within %1 step of each other").arg(*apart_, 0, 'f', 2));
    // A figure of each version has a column for either, under one word.
    const std::pair<QString, QString> titles[] = {{tr("colour"), {}},
                                                  {tr("warmth"), QString::number(a)},
                                                  {tr("warmth"), QString::number(b)},
                                                  {tr("intensity"), QString::number(a)},
                                                  {tr("intensity"), QString::number(b)},
                                                  {tr("hue"), {}},
                                                  {tr("swing"), {}}};
    constexpr int columns = std::size(titles);
    const double names = scaled(narrow() ? 84 : 110);
    const double wide = (right - left - names - scaled(kTake + 12)) / columns;
    double y = scaled(kTitle);
    const auto head = [&](int column, double top, const QString& words, int across = 1) {
        text(left + names + column * wide, top, across * wide, scaled(kHeads), words,
             Qt::AlignRight);
    };
    for (int i = 0; i < columns; ++i) {
        const auto& [figure, version] = titles[i];
        if (!narrow() || version.isEmpty()) {
            head(i, y + heads() - scaled(kHeads), (figure + QLatin1Char(' ') + version).trimmed());
            continue;
        }
        head(i, y + heads() - scaled(kHeads), version);
        if (i > 0 && titles[i - 1].first == figure) head(i - 1, y, figure, 2);
    }
    y += heads();
    const std::size_t end = std::min(rows_.size(), first_ + rows_in_sight());
    for (std::size_t place = first_; place < end; ++place) {
        const PartDifference& row = rows_[place];
        painter.fillRect(QRectF(left, y, right - left, 1), greys().rule);
        painter.setFont(body_font());
        painter.setPen(greys().text);
        const Part* part = edits_.painting().part(row.part);
        text(left, y, names, scaled(kLine),
             painter.fontMetrics().elidedText(part != nullptr ? shown(part->name) : QString(),
                                              Qt::ElideRight, static_cast<int>(names)));
        painter.setFont(figure_font());
        const auto percent = [](double v) { return QStringLiteral("%1%").arg(100 * v, 0, 'f', 0); };
        const auto sign = [](double v) { return QString::fromStdString(with_sign(v, 1)); };
        const QString cells[] = {
            QString::number(row.colour, 'f', 1),
            sign(row.warmth_one),
            sign(row.warmth_other),
            percent(row.intensity_one),
            percent(row.intensity_other),
            row.turn ? tr("%1°").arg(QString::fromStdString(with_sign(*row.turn, 0)))
                     : QStringLiteral("–"),
            row.swing ? sign(*row.swing) : QStringLiteral("–")};
        for (int i = 0; i < columns; ++i)
            text(left + names + i * wide, y, wide, scaled(kLine), cells[i], Qt::AlignRight);
        const QRectF take = take_rect(place);
        const bool here = hasFocus() && place == row_;
        if (can_take() || here) {
            painter.setPen(here ? greys().strong : greys().rule.lighter(150));
            painter.drawRoundedRect(take.adjusted(0.5, 0.5, -0.5, -0.5), 2, 2);
        }
        painter.setFont(secondary_font());
        painter.setPen(greys().text);
        if (can_take()) painter.drawText(take, Qt::AlignCenter, tr("from %1").arg(b));
        y += scaled(kLine);
    }
    if (end - first_ == rows_.size()) return;
    // A bar that shows how many of the parts are visible, and which.
    const double high = static_cast<double>(end - first_) * scaled(kLine);
    const auto count = static_cast<double>(rows_.size());
    painter.fillRect(QRectF(width() - scaled(6),
                            scaled(kTitle) + heads() + static_cast<double>(first_) / count * high,
                            scaled(3), static_cast<double>(end - first_) / count * high),
                     greys().rule.lighter(170));
}

}  // namespace underpaint
