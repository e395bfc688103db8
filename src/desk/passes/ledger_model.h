// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAbstractListModel>

#include "desk/work/measuring.h"
#include "desk/work/session.h"

namespace underpaint {

/// The ledger's rows: the seal, then the passes in the order they were laid.
class LedgerModel : public QAbstractListModel {
    Q_OBJECT
public:
    LedgerModel(Session& session, const Measuring& measuring, QObject* parent = nullptr);

    int rowCount(const QModelIndex& parent = {}) const override;
    /// Display: the name. Accessible text: the row in words; tooltip: with all that is measured.
    QVariant data(const QModelIndex& index, int role) const override;

    const Session& session() const { return session_; }
    const Measuring& measuring() const { return measuring_; }
    /// Figures of a row's pass; null for the seal, or while they are not there.
    const PassAudit* figures(int row) const;
    /// "true colour · Ridge, Mill"
    QString kind_of_row(int row) const;

private:
    QString in_words(int row) const;
    QString detail(int row) const;

    Session& session_;
    const Measuring& measuring_;
    int rows_ = 0;
};

}  // namespace underpaint
