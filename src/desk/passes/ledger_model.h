// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAbstractListModel>

#include "desk/passes/ledger_rows.h"
#include "desk/work/meters.h"
#include "painting/group_changes.h"

namespace underpaint {

/// The ledger's rows: the seal, then groups and passes in the order they were laid. Rows are
/// dragged to another place.
class LedgerModel : public QAbstractListModel {
    Q_OBJECT
public:
    LedgerModel(Session& session, const Meters& meters, QObject* parent = nullptr);

    int rowCount(const QModelIndex& parent = {}) const override;
    /// Display: the name. Accessible text: the row in words; tooltip: with all that is measured.
    QVariant data(const QModelIndex& index, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    Qt::DropActions supportedDropActions() const override { return Qt::MoveAction; }
    QStringList mimeTypes() const override;
    QMimeData* mimeData(const QModelIndexList& indexes) const override;
    /// Moves the passes dragged; false always, as the rows follow the painting by themselves.
    bool dropMimeData(const QMimeData* data, Qt::DropAction action, int row, int column,
                      const QModelIndex& parent) override;

    const Session& session() const { return session_; }
    const Measuring& measuring() const { return meters_.passes; }
    const PassThumbnails& thumbnails() const { return meters_.thumbnails; }
    const LedgerRow& row(int index) const { return rows_[static_cast<std::size_t>(index)]; }
    int chosen_row() const;
    /// The places of all passes of some rows, those of groups with them.
    PassPlaces places_of_rows(const QModelIndexList& indexes) const;
    /// Figures of a row's state; null for the seal, or while they are not there.
    const PassAudit* figures(int row) const;
    /// Its pass or group is off, or the pass's group is.
    bool is_off(int row) const;
    /// "true colour · Ridge, Mill"
    QString kind_of_row(int row) const;

private:
    void refresh();
    QString in_words(int row) const;
    QString detail(int row) const;

    Session& session_;
    const Meters& meters_;
    std::vector<LedgerRow> rows_;
};

}  // namespace underpaint
