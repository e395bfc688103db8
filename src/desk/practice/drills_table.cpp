// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/drills_table.h"

#include <QHeaderView>

#include "desk/kit/look.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

constexpr double kRowHigh = 23;

/// What the drill's figure says: its error, the threshold, or how many were right.
QString figure_of(const DrillText& drill, const DrillStanding& standing, bool before) {
    const auto figures = before ? standing.before : std::optional(standing.recent);
    if (standing.count == 0 || !figures) return QStringLiteral("–");
    if (!drill.unit.empty())
        return QStringLiteral("%1 %2")
            .arg(figures->error, 0, 'f', drill.unit == "step" ? 2 : 1)
            .arg(before ? QString() : from_view(drill.unit))
            .trimmed();
    return before ? QObject::tr("%1%").arg(qRound(100 * figures->right))
                  : QObject::tr("%1% right").arg(qRound(100 * figures->right));
}

}  // namespace

DrillsTable::DrillsTable(PracticeSession& session, QWidget* parent)
    : QTableWidget(static_cast<int>(kDrills.size()), 4, parent), session_(session) {
    setObjectName(QStringLiteral("drills"));
    setAccessibleName(tr("Drills"));
    setHorizontalHeaderLabels({tr("Drills"), tr("error"), tr("a month ago"), tr("answers")});
    horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    for (const auto& [column, width] : {std::pair(1, 82), {2, 92}, {3, 62}})
        setColumnWidth(column, scaled(width));
    horizontalHeader()->setHighlightSections(false);
    horizontalHeaderItem(0)->setTextAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    for (int column = 1; column < 4; ++column)
        horizontalHeaderItem(column)->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
    verticalHeader()->hide();
    verticalHeader()->setDefaultSectionSize(scaled(kRowHigh));
    setShowGrid(false);
    setFrameShape(QFrame::NoFrame);
    setEditTriggers(QAbstractItemView::NoEditTriggers);
    setSelectionBehavior(QAbstractItemView::SelectRows);
    setSelectionMode(QAbstractItemView::SingleSelection);
    setTabKeyNavigation(false);
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFixedHeight(scaled(kRowHigh) * (static_cast<int>(kDrills.size()) + 1) + scaled(4));
    for (int row = 0; row < rowCount(); ++row)
        for (int column = 0; column < columnCount(); ++column) {
            auto* cell = new QTableWidgetItem;
            cell->setTextAlignment((column == 0 ? Qt::AlignLeft : Qt::AlignRight) |
                                   Qt::AlignVCenter);
            setItem(row, column, cell);
        }
    refresh();
    connect(&session_, &PracticeSession::changed, this, &DrillsTable::refresh);
    connect(this, &QTableWidget::currentCellChanged, this, [this](int row) {
        if (row >= 0) session_.choose(static_cast<DrillKind>(row));
    });
}

void DrillsTable::refresh() {
    const QSignalBlocker quiet(this);
    for (int row = 0; row < rowCount(); ++row) {
        const DrillText& drill = kDrills[static_cast<std::size_t>(row)];
        const DrillStanding& standing = session_.standing(drill.kind);
        item(row, 0)->setText(from_view(drill.label));
        item(row, 1)->setText(figure_of(drill, standing, false));
        item(row, 2)->setText(figure_of(drill, standing, true));
        item(row, 3)->setText(QString::number(standing.count));
        QString about = from_view(drill.question);
        if (standing.threshold)
            about += tr(" You tell %1 %2 apart (%3 to %4, 90 in 100).")
                         .arg(standing.threshold->level, 0, 'f', 2)
                         .arg(from_view(drill.level_unit))
                         .arg(standing.threshold->low, 0, 'f', 2)
                         .arg(standing.threshold->high, 0, 'f', 2);
        for (int column = 0; column < columnCount(); ++column) item(row, column)->setToolTip(about);
    }
    setCurrentCell(static_cast<int>(session_.kind()), 0);
}

}  // namespace underpaint
