// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/values/parts_table.h"

#include <QDropEvent>
#include <QHeaderView>
#include <QPainter>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "painting/changes.h"

namespace underpaint {
namespace {

enum Column { kName, kStep, kArea, kFromTo, kPlan };
constexpr int kLeastRows = 3;  // more parts are scrolled

PartId id_of(const QTreeWidgetItem& item) {
    return item.data(kName, Qt::UserRole).toInt();
}

/// A swatch is drawn only when it is of another value, since figures come as fast as a hand moves.
void show_swatch(QTreeWidgetItem& item, std::optional<double> step) {
    const int level = step ? qRound(50 * *step) : 0;
    if (item.data(kName, Qt::UserRole + 1).toInt() == level) return;
    item.setData(kName, Qt::UserRole + 1, level);
    item.setIcon(kName, step ? value_swatch(*step) : QIcon());
}

}  // namespace

QString share_in_words(double share) {
    return QString::number(100 * share, 'f', 100 * share < 9.95 ? 1 : 0) + QLatin1Char('%');
}

PartsTable::PartsTable(Session& session, const ValuesMeter& values, QWidget* parent)
    : QTreeWidget(parent), session_(session), values_(values) {
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Maximum);
    setObjectName(QStringLiteral("parts"));
    setAccessibleName(tr("Parts"));
    setHeaderLabels({tr("Parts"), tr("Step"), tr("Area"), tr("From–to"), tr("Plan")});
    headerItem()->setToolTip(
        kPlan, tr("The step you mean the part to have; double click to set or clear it"));
    setRootIsDecorated(false);
    setIndentation(scaled(4));
    setIconSize({scaled(11), scaled(11)});
    setEditTriggers(QAbstractItemView::EditKeyPressed);
    setFrameShape(QFrame::NoFrame);
    setDragDropMode(QAbstractItemView::InternalMove);
    header()->setStretchLastSection(false);
    header()->setMinimumSectionSize(scaled(30));
    header()->setSectionResizeMode(kName, QHeaderView::Stretch);
    for (const auto& [column, width] : {std::pair(kStep, 48), std::pair(kArea, 54),
                                        std::pair(kFromTo, 82), std::pair(kPlan, 52)}) {
        header()->setSectionResizeMode(column, QHeaderView::Fixed);
        header()->resizeSection(column, scaled(width));
        headerItem()->setTextAlignment(column, Qt::AlignRight | Qt::AlignVCenter);
    }
    // The signal also comes for another column of the same row.
    connect(this, &QTreeWidget::currentItemChanged, this,
            [this](QTreeWidgetItem* now, QTreeWidgetItem* before) {
                newly_chosen_ = newly_chosen_ || now != before;
                emit chosen_changed();
            });
    connect(this, &QTreeWidget::itemClicked, this, [this] {
        const bool again = !std::exchange(newly_chosen_, false);
        if (chosen()) emit chosen_clicked(again);
    });
    connect(this, &QTreeWidget::itemDoubleClicked, this, [this](QTreeWidgetItem* item, int column) {
        if (column == kName || column == kPlan) editItem(item, column);
    });
    connect(this, &QTreeWidget::itemChanged, this, &PartsTable::take_edit);
    connect(&session_.document, &Document::changed, this, &PartsTable::refresh);
    connect(&session_.choices, &Choices::scale_changed, this, &PartsTable::refresh_figures);
    connect(&values_, &ValuesMeter::changed, this, &PartsTable::refresh_figures);
    refresh();
}

void PartsTable::changeEvent(QEvent* event) {
    QTreeWidget::changeEvent(event);
    if (event->type() != QEvent::StyleChange) return;
    listed_.clear();  // their greys have changed
    refresh();
}

void PartsTable::paintEvent(QPaintEvent* event) {
    QTreeWidget::paintEvent(event);
    if (topLevelItemCount() > 0) return;
    QPainter painter(viewport());
    painter.setFont(body_font());
    painter.setPen(greys().secondary);
    const int edge = scaled(8);
    painter.drawText(viewport()->rect().adjusted(edge, edge, -edge, -edge),
                     Qt::AlignTop | Qt::AlignLeft | Qt::TextWordWrap,
                     session_.document.has_painting()
                         ? tr("No parts yet. Outline one, or pick one by its value: then its step "
                              "is measured, planned, and passes can land on it alone.")
                         : tr("Parts of the painting will stand here."));
}

void PartsTable::set_rows(int rows) {
    if (rows == rows_) return;
    rows_ = std::max(rows, kLeastRows);
    updateGeometry();
}

int PartsTable::height_of(int rows) const {
    return header()->sizeHint().height() + rows * scaled(30) + scaled(2);
}

QSize PartsTable::sizeHint() const {
    return {scaled(400), height_of(rows_)};
}

QSize PartsTable::minimumSizeHint() const {
    return {scaled(200), height_of(kLeastRows)};
}

std::optional<PartId> PartsTable::chosen() const {
    const QTreeWidgetItem* item = currentItem();
    if (item == nullptr || !session_.document.has_painting()) return std::nullopt;
    const PartId id = id_of(*item);
    return session_.document.painting().part(id) != nullptr ? std::optional(id) : std::nullopt;
}

void PartsTable::choose(std::optional<PartId> part) {
    QTreeWidgetItem* wanted = nullptr;
    for (int row = 0; part && row < topLevelItemCount(); ++row)
        if (id_of(*topLevelItem(row)) == *part) wanted = topLevelItem(row);
    setCurrentItem(wanted);
    if (wanted != nullptr) scrollToItem(wanted);
    newly_chosen_ = false;
}

void PartsTable::refresh() {
    refresh_rows();
    refresh_figures();
}

void PartsTable::refresh_rows() {
    const std::vector<Part> parts =
        session_.document.has_painting() ? session_.document.painting().parts : std::vector<Part>();
    if (parts == listed_ && topLevelItemCount() == static_cast<int>(parts.size())) return;
    const auto was = chosen();
    listed_ = parts;
    const QSignalBlocker quiet(this);
    while (topLevelItemCount() > static_cast<int>(parts.size()))
        delete takeTopLevelItem(topLevelItemCount() - 1);
    QTreeWidgetItem* again = nullptr;
    for (std::size_t i = 0; i < parts.size(); ++i) {
        QTreeWidgetItem* item = topLevelItem(static_cast<int>(i));
        if (item == nullptr) {
            item = new QTreeWidgetItem(this);
            item->setFlags((item->flags() | Qt::ItemIsEditable) & ~Qt::ItemIsDropEnabled);
            for (const int column : {kStep, kArea, kFromTo, kPlan}) {
                item->setTextAlignment(column, Qt::AlignRight | Qt::AlignVCenter);
                item->setFont(column, figure_font());
            }
        }
        const bool hidden = parts[i].hidden;
        item->setText(kName, shown(parts[i].name));
        item->setData(kName, Qt::UserRole, parts[i].id);
        item->setForeground(kName, hidden ? greys().secondary : greys().text);
        item->setToolTip(kName, hidden ? tr("Hidden") : QString());
        for (const int column : {kStep, kArea, kFromTo, kPlan}) {
            const bool strong = column == kStep || column == kPlan;
            item->setForeground(column, strong && !hidden ? greys().strong : greys().secondary);
            item->setText(column, {});
        }
        if (was == parts[i].id) again = item;
    }
    setCurrentItem(again);
    if (was && again == nullptr)
        QMetaObject::invokeMethod(this, &PartsTable::chosen_changed, Qt::QueuedConnection);
}

/// The figures that are there, of those parts that they were measured of.
void PartsTable::refresh_figures() {
    if (!session_.document.has_painting()) return;
    const QSignalBlocker quiet(this);
    const auto figures = values_.figures();
    const auto& planned = session_.document.painting().plan.steps;
    for (int row = 0; row < topLevelItemCount(); ++row) {
        QTreeWidgetItem* item = topLevelItem(row);
        const PartId id = id_of(*item);
        const auto plan = planned.find(id);
        item->setText(kPlan, plan == planned.end()
                                 ? QStringLiteral("–")
                                 : step_in_words(session_.choices.said(plan->second)));
        if (!figures) continue;
        const auto is = std::ranges::find(figures->parts, id, &PartFigures::part);
        if (is == figures->parts.end()) continue;
        const auto& steps = is->steps;
        item->setText(kArea, share_in_words(is->share));
        item->setText(kStep, steps ? QString::number(session_.choices.said(steps->mean), 'f', 1)
                                   : QStringLiteral("–"));
        item->setText(kFromTo, steps ? QStringLiteral("%1–%2")
                                           .arg(session_.choices.said(steps->from), 0, 'f', 1)
                                           .arg(session_.choices.said(steps->to), 0, 'f', 1)
                                     : tr("no pixels"));
        show_swatch(*item, steps ? std::optional(steps->mean) : std::nullopt);
    }
}

/// The dragged row goes to where the line between two rows is shown. What comes from elsewhere the
/// view has refused before.
void PartsTable::dropEvent(QDropEvent* event) {
    QTreeWidgetItem* dragged = currentItem();
    if (dragged == nullptr) return event->ignore();
    const QPoint at = event->position().toPoint();
    const auto from = static_cast<std::size_t>(indexOfTopLevelItem(dragged));
    std::size_t to = session_.document.painting().parts.size();
    if (QTreeWidgetItem* over = itemAt(at))
        to = static_cast<std::size_t>(indexOfTopLevelItem(over)) +
             (at.y() < visualItemRect(over).center().y() ? 0 : 1);
    if (to > from) --to;
    // The rows are made anew from the painting; the view must not move any itself.
    event->setDropAction(Qt::IgnoreAction);
    event->accept();
    if (to != from)
        session_.document.change(tr("Reorder parts"),
                                 with_part_moved(session_.document.painting(), from, to));
}

void PartsTable::take_edit(QTreeWidgetItem* item, int column) {
    const PartId part = id_of(*item);
    const Part* renamed = session_.document.painting().part(part);
    // A name that is shown shortened stays as it is if nobody typed.
    if (column == kName && renamed != nullptr && item->text(kName) != shown(renamed->name))
        session_.document.change(
            tr("Rename a part"),
            with_part_renamed(session_.document.painting(), part, item->text(kName).toStdString()));
    if (column == kPlan) plan_step(part, item->text(kPlan));
}

/// What is no number clears the plan.
void PartsTable::plan_step(PartId part, const QString& text) {
    Plan plan = session_.document.painting().plan;
    bool number = false;
    const double step = step_from_words(text, &number);
    if (number)
        plan.steps[part] = from_scale(step, session_.choices.scale());
    else
        plan.steps.erase(part);
    session_.document.change(number ? tr("Plan a part's step") : tr("Clear a part's step"),
                             with_plan(session_.document.painting(), std::move(plan)));
    refresh_figures();
}

}  // namespace underpaint
