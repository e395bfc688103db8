// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/palette/mixes_view.h"

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPageSize>
#include <QPainter>
#include <QToolTip>

#include "desk/kit/accessible.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "desk/panes/save_drawing.h"
#include "palette/mother.h"
#include "palette/tubes.h"

namespace underpaint {
namespace {

/// More colours than this make swatches too small to be seen.
constexpr std::size_t kMostShown = 12;
constexpr int kSheetWidth = 1000;  // width of a printed sheet, in pixels of the design
constexpr std::array<std::pair<int, int>, 3> kParts{{{3, 1}, {1, 1}, {1, 3}}};

struct Grid {
    double left, top, wide, high;  // left and top of the first cell; width and height of each
    QRectF cell(std::size_t row, std::size_t column) const {
        return {left + wide * static_cast<double>(column), top + high * static_cast<double>(row),
                wide - scaled(6), high - scaled(5)};
    }
};

Grid grid_in(const QRectF& place, std::size_t rows, std::size_t columns) {
    const double names = scaled(110), head = scaled(24);
    const double high = std::min(static_cast<double>(scaled(42)),
                                 (place.height() - head) / std::max<double>(1, double(rows)));
    return {place.left() + names, place.top() + head,
            (place.width() - names) / std::max<double>(1, double(columns)), high};
}

}  // namespace

MixesView::MixesView(PaletteEdits& edits, QWidget* parent) : QWidget(parent), edits_(edits) {
    setObjectName(QStringLiteral("mixes_view"));
    set_accessible_role(*this, QAccessible::Graphic);
    setAccessibleName(tr("Mixing table: every pair of colours, and each with white"));
    connect(&edits_, &PaletteEdits::changed, this, [this] {
        if (isVisible()) reckon();
    });
}

void MixesView::set_as(MixAs as) {
    as_ = as;
    reckon();
}

QSize MixesView::sizeHint() const {
    return {scaled(500), scaled(300)};
}

void MixesView::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    reckon();
}

void MixesView::reckon() {
    const Palette& palette = edits_.palette();
    if (reckoned_ == palette && reckoned_as_ == as_ && !names_.empty()) return;
    reckoned_ = palette;
    reckoned_as_ = as_;
    names_.clear();
    colours_.clear();
    for (const PaletteColour& colour : palette.colours) {
        if (colours_.size() >= kMostShown) break;
        names_.push_back(shown(colour.name));
        colours_.push_back(effective(palette, colour));
    }
    names_.push_back(tr("White"));
    colours_.push_back(generic_white().colour);
    cells_.assign(across(), std::vector<Cell>(across()));
    for (std::size_t row = 0; row + 1 < across(); ++row)
        for (std::size_t column = row + 1; column < across(); ++column)
            for (std::size_t i = 0; i < kShares; ++i)
                cells_[row][column].mixtures[i] =
                    mixed(std::array{MixPart{colours_[row], double(kParts[i].first)},
                                     MixPart{colours_[column], double(kParts[i].second)}},
                          as_);
    update();
}

void MixesView::draw_table(QPainter& painter, const QRectF& place, const QColor& ink) const {
    const std::size_t rows = across() - 1;
    const Grid grid = grid_in(place, rows, across() - 1);
    painter.setFont(secondary_font());
    for (std::size_t column = 1; column < across(); ++column) {
        const QRectF cell = grid.cell(0, column - 1);
        painter.setPen(ink);
        painter.drawText(QRectF(cell.left(), place.top(), cell.width(), scaled(20)),
                         Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(names_[column], Qt::ElideRight,
                                                          static_cast<int>(cell.width())));
    }
    for (std::size_t row = 0; row < rows; ++row) {
        const QRectF first = grid.cell(row, 0);
        painter.fillRect(QRectF(place.left(), first.top(), scaled(14), first.height()),
                         qcolor(colours_[row]));
        painter.setPen(ink);
        const double room = scaled(88);
        painter.drawText(
            QRectF(place.left() + scaled(20), first.top(), room, first.height()),
            Qt::AlignLeft | Qt::AlignVCenter,
            painter.fontMetrics().elidedText(names_[row], Qt::ElideRight, static_cast<int>(room)));
        for (std::size_t column = row + 1; column < across(); ++column) {
            const QRectF cell = grid.cell(row, column - 1);
            const double wide = cell.width() / kShares;
            for (std::size_t i = 0; i < kShares; ++i)
                painter.fillRect(QRectF(cell.left() + wide * static_cast<double>(i), cell.top(),
                                        wide + 0.5, cell.height()),
                                 qcolor(cells_[row][column].mixtures[i]));
        }
    }
}

Done MixesView::save_sheet(const std::filesystem::path& path) {
    reckon();
    return save_drawing(
        path, tr("Mixing table"), scaled(kSheetWidth), [&](QPainter& painter, const QRectF& page) {
            const double margin = scaled(24), wide = page.width() - 2 * margin;
            painter.setFont(body_font(true));
            painter.setPen(Qt::black);
            painter.drawText(
                QRectF(margin, margin, wide, scaled(20)), Qt::AlignLeft | Qt::AlignVCenter,
                tr("Mixed as %1: 3 to 1, 1 to 1, 1 to 3").arg(from_view(text_of(as_).label)));
            draw_table(
                painter,
                QRectF(margin, margin + scaled(28), wide, page.height() - 2 * margin - scaled(28)),
                Qt::black);
        });
}

void MixesView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    if (across() < 2) {
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        painter.drawText(rect(), Qt::AlignCenter,
                         tr("With one colour or more in the palette, their mixtures are here."));
        return;
    }
    draw_table(painter, QRectF(rect()), greys().text);
}

std::optional<MixesView::Hit> MixesView::hit(QPointF place) const {
    if (across() < 2) return std::nullopt;
    const Grid grid = grid_in(QRectF(rect()), across() - 1, across() - 1);
    for (std::size_t row = 0; row + 1 < across(); ++row)
        for (std::size_t column = row + 1; column < across(); ++column) {
            const QRectF cell = grid.cell(row, column - 1);
            if (!cell.contains(place)) continue;
            const auto share =
                static_cast<std::size_t>((place.x() - cell.left()) / cell.width() * kShares);
            return Hit{row, column, std::min(share, kShares - 1)};
        }
    return std::nullopt;
}

QString MixesView::words_of(const Hit& hit) const {
    return tr("%1 parts %2, %3 parts %4")
        .arg(kParts[hit.share].first)
        .arg(names_[hit.row])
        .arg(kParts[hit.share].second)
        .arg(names_[hit.column]);
}

bool MixesView::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        if (const auto over = hit(help->pos()))
            QToolTip::showText(help->globalPos(), words_of(*over), this);
        else
            QToolTip::hideText();
        return true;
    }
    return QWidget::event(event);
}

void MixesView::mousePressEvent(QMouseEvent* event) {
    const auto over = hit(event->position());
    if (!over) return;
    edits_.set_ghosts({{tr("%1 + %2").arg(names_[over->row], names_[over->column]),
                        cells_[over->row][over->column].mixtures[over->share], "mixed from two"}});
}

}  // namespace underpaint
