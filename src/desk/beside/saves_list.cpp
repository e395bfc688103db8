// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/beside/saves_list.h"

#include <QDateTime>
#include <QPainter>
#include <QStyledItemDelegate>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/marks.h"
#include "desk/kit/screen_image.h"
#include "desk/kit/words.h"
#include "desk/panes/figure_columns.h"
#include "files/kept_pictures.h"
#include "raster/shrink.h"

namespace underpaint {
namespace {

constexpr int kRowHeight = 40, kThumbnailWide = 44, kThumbnailHigh = 32;
constexpr int kSmallSide = 96;  // long side of a row's picture

QDateTime here(std::chrono::sys_seconds when) {
    return QDateTime::fromSecsSinceEpoch(when.time_since_epoch().count());
}

class SavesDelegate : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
        return {scaled(300), scaled(kRowHeight)};
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        const auto& model = static_cast<const SavesModel&>(*index.model());
        const KeptSave& save = model.save(index.row());
        const QRect row = option.rect;
        painter->save();
        if (option.state & QStyle::State_Selected) painter->fillRect(row, greys().chosen);
        painter->fillRect(QRect(row.left(), row.bottom(), row.width(), 1), greys().rule);
        if ((option.state & QStyle::State_Selected) && (option.state & QStyle::State_HasFocus)) {
            painter->setPen(greys().secondary);
            painter->drawRect(row.adjusted(0, 0, -1, -2));
        }
        painter->translate(row.topLeft());
        painter->setPen(greys().secondary);
        painter->setFont(secondary_font());
        painter->drawText(QRect(0, 0, scaled(28), row.height()), Qt::AlignCenter,
                          QString::number(save.number));
        const QRect frame(scaled(32), (row.height() - scaled(kThumbnailHigh)) / 2,
                          scaled(kThumbnailWide), scaled(kThumbnailHigh));
        draw_thumbnail(*painter, frame, model.thumbnail(index.row()));
        const int left = frame.right() + scaled(10);
        const auto line = [&](int top, int height, const QFont& font, const QColor& colour,
                              const QString& text) {
            painter->setFont(font);
            painter->setPen(colour);
            const QRect place(left, top, scaled(96), height);
            painter->drawText(
                place, Qt::AlignLeft | Qt::AlignVCenter,
                painter->fontMetrics().elidedText(text, Qt::ElideRight, place.width()));
        };
        line(scaled(3), scaled(18), body_font(true), greys().strong,
             index.data(Qt::DisplayRole).toString());
        line(scaled(20), scaled(16), secondary_font(), greys().secondary, model.about(index.row()));
        std::size_t column = 0;
        for (const LedgerColumn& of : ledger_columns(row.width())) {
            if (column >= kSaveColumns) break;
            const SaveFigure& figure = save.figures[column++];
            if (figure.balance.empty()) continue;
            draw_figure(*painter, of.right, QRect(0, 0, row.width(), row.height()),
                        QString::fromStdString(figure.balance), figure.verdict, 11);
        }
        painter->restore();
    }
};

}  // namespace

QString time_of(std::chrono::sys_seconds when) {
    const QDateTime at = here(when);
    return at.toString(at.date() == QDate::currentDate() ? QStringLiteral("HH:mm")
                                                         : QStringLiteral("d MMM HH:mm"));
}

QString ordinal(int number) {
    static const QStringList words{
        QObject::tr("first"),   QObject::tr("second"),   QObject::tr("third"),
        QObject::tr("fourth"),  QObject::tr("fifth"),    QObject::tr("sixth"),
        QObject::tr("seventh"), QObject::tr("eighth"),   QObject::tr("ninth"),
        QObject::tr("tenth"),   QObject::tr("eleventh"), QObject::tr("twelfth")};
    if (number >= 1 && number <= words.size()) return words[number - 1];
    const int last = number % 10, tens = number % 100 / 10;
    return QString::number(number) + (tens == 1   ? QStringLiteral("th")
                                      : last == 1 ? QStringLiteral("st")
                                      : last == 2 ? QStringLiteral("nd")
                                      : last == 3 ? QStringLiteral("rd")
                                                  : QStringLiteral("th"));
}

SavesModel::SavesModel(const Watching& watching, QObject* parent)
    : QAbstractListModel(parent),
      watching_(watching),
      rows_(watching.saves()),
      job_(this, Urgency::beside, "small pictures of saves") {
    connect(&watching, &Watching::changed, this, &SavesModel::follow);
    make_thumbnails();
}

int SavesModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(rows_.size());
}

QVariant SavesModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid()) return {};
    const KeptSave& each = save(index.row());
    if (role == Qt::DisplayRole) return time_of(each.when);
    if (role != Qt::AccessibleTextRole && role != Qt::ToolTipRole) return {};
    QStringList words{tr("Save %1, %2").arg(each.number).arg(time_of(each.when))};
    std::size_t column = 0;
    for (const MeasureRecord* measure : kMeasures)
        if (measure->column && column < kSaveColumns) {
            const SaveFigure& figure = each.figures[column++];
            if (!figure.balance.empty())
                words << tr("%1 %2, %3")
                             .arg(from_view(measure->label), QString::fromStdString(figure.balance),
                                  word_of(figure.verdict));
        }
    if (!each.notices.empty()) words << QString::fromStdString(each.notices);
    if (each.meant && !each.meant->empty()) words << tr("Intended: %1").arg(shown(*each.meant));
    return words.join(role == Qt::ToolTipRole ? QStringLiteral("\n") : QStringLiteral("; "));
}

QImage SavesModel::thumbnail(int row) const {
    const auto found = thumbnails_.find(save(row).number);
    return found == thumbnails_.end() ? QImage() : found->second;
}

QString SavesModel::about(int row) const {
    const KeptSave& each = save(row);
    QString words;
    if (row == 0) {
        words = each.number == 1 && each.changed.empty() ? tr("as sealed") : QString();
    } else {
        const auto minutes =
            std::chrono::round<std::chrono::minutes>(each.when - save(row - 1).when).count();
        words = minutes < 1    ? tr("under a minute")
                : minutes < 90 ? tr("%1 min").arg(minutes)
                               : tr("%1 h").arg(static_cast<double>(minutes) / 60, 0, 'f', 1);
    }
    if (each.meant) words += (words.isEmpty() ? QString() : QStringLiteral(", ")) + tr("intended");
    return words;
}

/// Rows that stay keep their place and the choice; only what was thinned out goes.
void SavesModel::follow() {
    const std::vector<KeptSave>& now = watching_.saves();
    if (now == rows_) return;
    const bool only_more =
        now.size() >= rows_.size() &&
        std::equal(rows_.begin(), rows_.end(), now.begin(),
                   [](const KeptSave& a, const KeptSave& b) { return a.number == b.number; });
    if (only_more) {
        const auto first = static_cast<int>(rows_.size()), end = static_cast<int>(now.size());
        const bool more = end > first;
        if (more) beginInsertRows({}, first, end - 1);
        rows_ = now;
        if (more) endInsertRows();
        if (first > 0) emit dataChanged(index(0), index(first - 1));
    } else {
        for (int row = 0; row < rowCount();) {
            const bool there =
                std::ranges::find(now, save(row).number, &KeptSave::number) != now.end();
            if (there) {
                ++row;
                continue;
            }
            beginRemoveRows({}, row, row);
            rows_.erase(rows_.begin() + row);
            endRemoveRows();
        }
        return follow();
    }
    make_thumbnails();
}

void SavesModel::make_thumbnails() {
    std::vector<std::pair<int, KeptPicture>> wanted;
    for (const KeptSave& each : rows_)
        if (each.picture && !thumbnails_.contains(each.number))
            wanted.emplace_back(each.number, *each.picture);
    if (wanted.empty()) return;
    // The visible rows first.
    std::ranges::reverse(wanted);
    job_.start(
        [this, wanted = std::move(wanted)](const std::stop_token& stop, const Deliver& deliver) {
            for (const auto& [number, picture] : wanted) {
                if (stop.stop_requested()) return;
                const auto pixels = pixels_of(picture, stop);
                if (!pixels) continue;
                deliver([this, number, image = image_of(shrunk(*pixels, kSmallSide))] {
                    thumbnails_[number] = image;
                    for (int row = 0; row < rowCount(); ++row)
                        if (save(row).number == number) emit dataChanged(index(row), index(row));
                });
            }
        });
}

SavesList::SavesList(const Watching& watching, QWidget* parent)
    : QListView(parent), model_(new SavesModel(watching, this)) {
    setObjectName(QStringLiteral("saves"));
    setAccessibleName(tr("Ledger of saves"));
    setModel(model_);
    setItemDelegate(new SavesDelegate(this));
    setUniformItemSizes(true);
    setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOn);
    connect(selectionModel(), &QItemSelectionModel::currentChanged, this,
            &SavesList::chosen_changed);
    connect(model_, &QAbstractItemModel::rowsInserted, this,
            [this](const QModelIndex&, int first, int last) {
                // If an older save is chosen, it stays chosen.
                const auto at = chosen();
                if (!at || *at == first - 1) setCurrentIndex(model_->index(last));
            });
    if (model_->rowCount() > 0) setCurrentIndex(model_->index(model_->rowCount() - 1));
}

std::optional<int> SavesList::chosen() const {
    return currentIndex().isValid() ? std::optional(currentIndex().row()) : std::nullopt;
}

SavesHeader::SavesHeader(QString file, QWidget* parent) : QWidget(parent), file_(std::move(file)) {
    setFixedHeight(scaled(30));
}

void SavesHeader::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().sheet);
    painter.fillRect(QRect(0, height() - 1, width(), 1), greys().rule);
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    const QRect words = rect().adjusted(scaled(12), 0, -scaled(210), 0);
    painter.drawText(words, Qt::AlignLeft | Qt::AlignVCenter,
                     painter.fontMetrics().elidedText(tr("Saves of %1").arg(file_), Qt::ElideMiddle,
                                                      words.width()));
    draw_column_names(painter, rect().adjusted(0, 0, -scaled(kScrollBar), 0));
}

}  // namespace underpaint
