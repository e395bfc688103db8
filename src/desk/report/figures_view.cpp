// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/report/figures_view.h"

#include <QHeaderView>

#include "desk/kit/look.h"
#include "desk/kit/marks.h"
#include "desk/kit/words.h"
#include "report/figures.h"

namespace underpaint {

FiguresView::FiguresView(QWidget* parent) : QTableWidget(parent) {
    setObjectName(QStringLiteral("figures_view"));
    setAccessibleName(tr("Figures of the report"));
    setColumnCount(6);
    setHorizontalHeaderLabels(
        {tr("Section"), tr("Of"), tr("Figure"), tr("Value"), tr("Verdict"), tr("Budget")});
    horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    horizontalHeader()->setHighlightSections(false);
    verticalHeader()->hide();
    verticalHeader()->setDefaultSectionSize(scaled(24));
    setShowGrid(false);
    setFrameShape(QFrame::NoFrame);
    setEditTriggers(QAbstractItemView::NoEditTriggers);
    setSelectionBehavior(QAbstractItemView::SelectRows);
    setTabKeyNavigation(false);
    setWordWrap(false);
}

void FiguresView::show_figures_of(std::shared_ptr<const PageLayout> pages) {
    if (pages == pages_) return;
    pages_ = std::move(pages);
    const auto rows = pages_ ? figures_of(pages_->report()) : std::vector<FigureRow>{};
    setRowCount(static_cast<int>(rows.size()));
    for (int i = 0; i < rowCount(); ++i) {
        const FigureRow& row = rows[static_cast<std::size_t>(i)];
        const QString cells[] = {shown(row.section->title),
                                 shown(row.item),
                                 shown(row.figure),
                                 shown(row.value),
                                 row.mark ? word_of(*row.mark) : QString(),
                                 shown(row.budget)};
        for (int column = 0; column < columnCount(); ++column) {
            auto* cell = new QTableWidgetItem(cells[column]);
            cell->setToolTip(cells[column]);
            setItem(i, column, cell);
        }
    }
    const int widths[] = {130, 150, 90, 150, 70, 120};
    for (int column = 0; column < columnCount(); ++column)
        setColumnWidth(column, scaled(widths[column]));
    horizontalHeader()->setStretchLastSection(true);
}

}  // namespace underpaint
