// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/report/section_list.h"

#include <QDropEvent>
#include <QKeyEvent>
#include <QPainter>
#include <QScopedValueRollback>
#include <QStyledItemDelegate>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

constexpr double kRowHigh = 25, kSide = 12, kBox = 11, kTextAt = 34;
constexpr int kPlace = Qt::UserRole, kSectionId = Qt::UserRole + 1, kPage = Qt::UserRole + 2;

class RowDelegate : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;

    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
        return {scaled(200), scaled(kRowHigh)};
    }
    static QRect box_of(const QRect& row) {
        const int side = scaled(kBox);
        return {row.left() + scaled(kSide), row.center().y() - side / 2, side, side};
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        painter->save();
        const bool on = index.data(Qt::CheckStateRole).toInt() == Qt::Checked;
        if (option.state.testFlag(QStyle::State_Selected) &&
            option.state.testFlag(QStyle::State_HasFocus))
            painter->fillRect(option.rect, greys().chosen);
        const QRect box = box_of(option.rect);
        painter->setPen(on ? greys().text : greys().secondary);
        painter->setBrush(on ? QBrush(greys().text) : QBrush(Qt::NoBrush));
        painter->drawRect(box.adjusted(0, 0, -1, -1));
        painter->setFont(body_font());
        painter->setPen(on ? greys().text : greys().secondary);
        const QRect line = option.rect.adjusted(scaled(kTextAt), 0, -scaled(kSide), 0);
        painter->drawText(line, Qt::AlignVCenter | Qt::AlignLeft, index.data().toString());
        painter->setPen(greys().secondary);
        painter->drawText(line, Qt::AlignVCenter | Qt::AlignRight, index.data(kPage).toString());
        painter->restore();
    }
    bool editorEvent(QEvent* event, QAbstractItemModel* model, const QStyleOptionViewItem& option,
                     const QModelIndex& index) override {
        if (event->type() == QEvent::MouseButtonRelease) {
            const auto* mouse = static_cast<QMouseEvent*>(event);
            if (mouse->position().x() >= option.rect.left() + scaled(kTextAt)) return false;
            const bool on = index.data(Qt::CheckStateRole).toInt() == Qt::Checked;
            return model->setData(index, on ? Qt::Unchecked : Qt::Checked, Qt::CheckStateRole);
        }
        return QStyledItemDelegate::editorEvent(event, model, option, index);
    }
};

}  // namespace

SectionList::SectionList(ReportEdits& edits, const ReportMaker& maker, QWidget* parent)
    : QListWidget(parent), edits_(edits), maker_(maker) {
    setObjectName(QStringLiteral("report_sections"));
    setAccessibleName(tr("Sections of the report, in their order"));
    setItemDelegate(new RowDelegate(this));
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setDragDropMode(QAbstractItemView::InternalMove);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    for (std::size_t i = 0; i < kReportSections.size(); ++i) addItem(QString());
    setCurrentRow(0);
    connect(this, &QListWidget::itemChanged, this, [this](const QListWidgetItem* item) {
        if (filling_) return;
        edits_.turn(static_cast<ReportSection>(item->data(kSectionId).toInt()),
                    item->checkState() == Qt::Checked);
    });
    connect(this, &QListWidget::itemClicked, this, [this](const QListWidgetItem* item) {
        const auto page =
            maker_.page_of(static_cast<ReportSection>(item->data(kSectionId).toInt()));
        if (page && item->checkState() == Qt::Checked) emit wants_page(*page);
    });
    connect(&edits_, &ReportEdits::changed, this, &SectionList::refresh);
    connect(&maker_, &ReportMaker::changed, this, &SectionList::refresh);
    refresh();
}

QSize SectionList::sizeHint() const {
    return {scaled(300), scaled(kRowHigh) * static_cast<int>(kReportSections.size())};
}

void SectionList::refresh() {
    const QScopedValueRollback filling(filling_, true);
    const auto& sections = edits_.settings().sections;
    for (int i = 0; i < count(); ++i) {
        const SectionChoice& each = sections[static_cast<std::size_t>(i)];
        QListWidgetItem* row = item(i);
        const auto page = maker_.page_of(each.section);
        const QString place = !each.on                       ? QString()
                              : page                         ? tr("page %1").arg(*page + 1)
                              : maker_.is_made(each.section) ? tr("nothing to say")
                                                             : QStringLiteral("…");
        const QString label = from_view(text_of(each.section).label);
        row->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsDragEnabled |
                      Qt::ItemIsUserCheckable);
        row->setText(label);
        row->setData(kSectionId, static_cast<int>(each.section));
        row->setData(kPage, place);
        row->setData(Qt::AccessibleDescriptionRole, place);
        row->setCheckState(each.on ? Qt::Checked : Qt::Unchecked);
    }
}

void SectionList::move(int from, int to) {
    if (from == to || to < 0 || to >= count()) return;
    edits_.move(static_cast<std::size_t>(from), static_cast<std::size_t>(to));
    setCurrentRow(to);
}

void SectionList::keyPressEvent(QKeyEvent* event) {
    const bool alt = event->modifiers() == Qt::AltModifier;
    if (alt && event->key() == Qt::Key_Up) return move(currentRow(), currentRow() - 1);
    if (alt && event->key() == Qt::Key_Down) return move(currentRow(), currentRow() + 1);
    QListWidget::keyPressEvent(event);
}

/// Rows stay where they are: the order is that of the settings.
void SectionList::dropEvent(QDropEvent* event) {
    const QPoint at = event->position().toPoint();
    const int row = at.y() / std::max(1, scaled(kRowHigh));
    const bool below = at.y() % scaled(kRowHigh) > scaled(kRowHigh) / 2;
    const int from = currentRow();
    int to = std::clamp(row + (below ? 1 : 0), 0, count());
    if (to > from) --to;
    move(from, to);
    // With a move action the model would remove the row once more.
    event->setDropAction(Qt::CopyAction);
    event->accept();
}

}  // namespace underpaint
