// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/ledger_model.h"

#include <QDataStream>
#include <QIODevice>
#include <QMimeData>
#include <algorithm>
#include <iterator>

#include "desk/kit/marks.h"
#include "desk/kit/words.h"
#include "desk/work/reach_words.h"

namespace underpaint {

LedgerModel::LedgerModel(Session& session, const Meters& meters, QObject* parent)
    : QAbstractListModel(parent), session_(session), meters_(meters) {
    session_.when(this, &LedgerModel::refresh, &Document::changed, &Outlook::folds_changed);
    const auto repaint = [this] {
        if (rowCount() > 0) emit dataChanged(index(0), index(rowCount() - 1));
    };
    connect(&meters_.passes, &Measuring::figures_changed, this, repaint);
    connect(&meters_.thumbnails, &PassThumbnails::changed, this, repaint);
    connect(&session_.choices, &Choices::grey_thumbnails_changed, this, repaint);
}

void LedgerModel::refresh() {
    std::vector<LedgerRow> rows = ledger_rows(session_);
    if (rows == rows_) {
        emit dataChanged(index(0), index(rowCount() - 1));
        return;
    }
    beginResetModel();
    rows_ = std::move(rows);
    endResetModel();
}

int LedgerModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(rows_.size());
}

int LedgerModel::chosen_row() const {
    return static_cast<int>(underpaint::chosen_row(session_, rows_));
}

QVariant LedgerModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount()) return {};
    const Painting& painting = session_.document.painting();
    const LedgerRow& of = row(index.row());
    switch (role) {
        case Qt::DisplayRole:
            switch (of.kind) {
                case LedgerRow::Kind::seal: return tr("Sealed underpaint");
                case LedgerRow::Kind::group: return shown(painting.group(of.group)->name);
                case LedgerRow::Kind::pass: return shown(painting.passes[of.pass].name);
            }
            return {};
        case Qt::AccessibleTextRole: return in_words(index.row());
        case Qt::ToolTipRole: return detail(index.row());
        default: return {};
    }
}

Qt::ItemFlags LedgerModel::flags(const QModelIndex& index) const {
    const Qt::ItemFlags usual = Qt::ItemIsSelectable | Qt::ItemIsEnabled;
    if (!index.isValid()) return Qt::ItemIsDropEnabled;  // drops go between rows, not on to one
    return row(index.row()).kind == LedgerRow::Kind::seal ? usual : usual | Qt::ItemIsDragEnabled;
}

QStringList LedgerModel::mimeTypes() const {
    return {QStringLiteral("application/x-ledger-rows")};
}

QMimeData* LedgerModel::mimeData(const QModelIndexList& indexes) const {
    QByteArray places;
    QDataStream out(&places, QIODevice::WriteOnly);
    for (const std::size_t place : places_of_rows(indexes)) out << quint64(place);
    auto* data = new QMimeData;
    data->setData(mimeTypes().constFirst(), places);
    return data;
}

bool LedgerModel::dropMimeData(const QMimeData* data, Qt::DropAction, int at, int,
                               const QModelIndex& parent) {
    if (parent.isValid() || !data->hasFormat(mimeTypes().constFirst())) return false;
    PassPlaces places;
    QDataStream in(data->data(mimeTypes().constFirst()));
    for (quint64 place = 0; !in.atEnd();) {
        in >> place;
        places.push_back(place);
    }
    // A pass lands below the row above the drop. If that row is a group's head or one of its
    // passes, it joins the group.
    at = std::clamp(at < 0 ? rowCount() : at, 1, rowCount());
    const LedgerRow& above = row(at - 1);
    std::size_t to = above.moment();
    GroupId into = kNoGroup;
    if (above.kind == LedgerRow::Kind::group && !above.folded) {
        to = places_of(session_.document.painting(), above.group).front();
        into = above.group;
    }
    session_.document.change(
        places.size() == 1 ? tr("Move a pass") : tr("Move %1 passes").arg(places.size()),
        with_passes_moved(session_.document.painting(), places, to, into));
    return false;
}

PassPlaces LedgerModel::places_of_rows(const QModelIndexList& indexes) const {
    PassPlaces places;
    for (const QModelIndex& index : indexes) {
        const LedgerRow& of = row(index.row());
        if (of.kind == LedgerRow::Kind::pass) places.push_back(of.pass);
        if (of.kind == LedgerRow::Kind::group)
            std::ranges::copy(places_of(session_.document.painting(), of.group),
                              std::back_inserter(places));
    }
    std::ranges::sort(places);
    const auto same = std::ranges::unique(places);
    places.erase(same.begin(), same.end());
    return places;
}

const PassAudit* LedgerModel::figures(int index) const {
    const auto& audit = measuring().audit();
    const LedgerRow& of = row(index);
    if (of.kind == LedgerRow::Kind::group && audit) {
        const auto found = std::ranges::find(audit->groups, of.group, &GroupAudit::group);
        return found == audit->groups.end() ? nullptr : &found->whole;
    }
    const std::size_t moment = of.moment();
    if (moment == 0 || !audit || audit->passes.size() < moment) return nullptr;
    return &audit->passes[moment - 1];
}

bool LedgerModel::is_off(int index) const {
    const Painting& painting = session_.document.painting();
    const LedgerRow& of = row(index);
    if (of.kind == LedgerRow::Kind::seal) return false;
    const Group* group = painting.group(of.group);
    if (group != nullptr && !group->on) return true;
    return of.kind == LedgerRow::Kind::pass && !painting.passes[of.pass].on;
}

QString LedgerModel::kind_of_row(int index) const {
    const Painting& painting = session_.document.painting();
    const LedgerRow& of = row(index);
    switch (of.kind) {
        case LedgerRow::Kind::seal: {
            if (!painting.sealed()) return tr("not sealed yet");
            const Seal& seal = painting.seal();
            return tr("%1, seal %2").arg(short_date(seal.date)).arg(seal.number);
        }
        case LedgerRow::Kind::group: {
            if (is_off(index)) return tr("off");
            const Group& group = *painting.group(of.group);
            const auto count = places_of(painting, of.group).size();
            const QString passes = count == 1 ? tr("1 pass") : tr("%1 passes").arg(count);
            return group.strength < 1
                       ? tr("%1 · at %2%").arg(passes).arg(qRound(100 * group.strength))
                       : passes;
        }
        case LedgerRow::Kind::pass: break;
    }
    const Pass& pass = painting.passes[of.pass];
    if (is_off(index)) return tr("off");
    const QString kind =
        QStringLiteral("%1 · %2").arg(label_of(pass.blend), reach_in_words(painting, pass.reach));
    return pass.clipped ? tr("clipped · %1").arg(kind) : kind;
}

QString LedgerModel::in_words(int row) const {
    const QString name = data(index(row), Qt::DisplayRole).toString();
    QString text = tr("%1, %2").arg(name, kind_of_row(row));
    if (const PassAudit* figures = this->figures(row))
        text += tr(". Values %1: 95% of the picture within %2 step of the seal, %3 by itself")
                    .arg(word_of(figures->value.verdict))
                    .arg(figures->value.running.p95, 0, 'f', 2)
                    .arg(figures->value.own.p95, 0, 'f', 2);
    return text;
}

/// Below the row in words a line for each measure.
QString LedgerModel::detail(int row) const {
    QString text = in_words(row);
    const PassAudit* pass = figures(row);
    if (pass == nullptr) return text;
    for (const MeasureRecord* measure : kMeasures) {
        const auto words = measure->words != nullptr ? measure->words(*pass) : std::nullopt;
        if (!words) continue;
        text += tr("\n%1: %2").arg(from_view(measure->label), QString::fromStdString(words->now));
        if (!words->own.empty())
            text += tr(" (%1 by itself)").arg(QString::fromStdString(words->own));
        if (measure->judged && words->verdict != Verdict::open)
            text += tr(", %1").arg(word_of(words->verdict));
    }
    return text;
}

}  // namespace underpaint
