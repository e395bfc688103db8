// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/ledger_model.h"

#include "desk/kit/marks.h"
#include "desk/kit/words.h"
#include "desk/work/reach_words.h"

namespace underpaint {

LedgerModel::LedgerModel(Session& session, const Measuring& measuring, QObject* parent)
    : QAbstractListModel(parent), session_(session), measuring_(measuring) {
    connect(&session_.document, &Document::changed, this, [this] {
        const int rows = rowCount();
        if (rows != rows_) {
            beginResetModel();
            rows_ = rows;
            endResetModel();
        } else {
            emit dataChanged(index(0), index(rows - 1));
        }
    });
    const auto refresh = [this] {
        if (rowCount() > 0) emit dataChanged(index(0), index(rowCount() - 1));
    };
    connect(&measuring_, &Measuring::figures_changed, this, refresh);
    connect(&measuring_, &Measuring::thumbnails_changed, this, refresh);
}

int LedgerModel::rowCount(const QModelIndex& parent) const {
    if (parent.isValid() || !session_.document.has_painting()) return 0;
    return 1 + static_cast<int>(session_.document.painting().passes.size());
}

QVariant LedgerModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount()) return {};
    const int row = index.row();
    switch (role) {
        case Qt::DisplayRole:
            return row == 0 ? tr("Sealed underpaint")
                            : shown(session_.document.painting()
                                        .passes[static_cast<std::size_t>(row - 1)]
                                        .name);
        case Qt::AccessibleTextRole: return in_words(row);
        case Qt::ToolTipRole: return detail(row);
        default: return {};
    }
}

const PassAudit* LedgerModel::figures(int row) const {
    const auto& audit = measuring_.audit();
    if (row < 1 || !audit || audit->passes.size() < static_cast<std::size_t>(row)) return nullptr;
    return &audit->passes[static_cast<std::size_t>(row - 1)];
}

QString LedgerModel::kind_of_row(int row) const {
    const Painting& painting = session_.document.painting();
    if (row == 0) {
        if (!painting.sealed()) return tr("not sealed yet");
        const Seal& seal = painting.seal();
        return tr("%1, seal %2").arg(short_date(seal.date)).arg(seal.number);
    }
    const Pass& pass = painting.passes[static_cast<std::size_t>(row - 1)];
    if (!pass.on) return tr("off");
    return QStringLiteral("%1 · %2").arg(label_of(pass.blend),
                                         reach_in_words(painting, pass.reach));
}

QString LedgerModel::in_words(int row) const {
    const QString name = data(index(row), Qt::DisplayRole).toString();
    QString text = tr("%1, %2").arg(name, kind_of_row(row));
    if (const PassAudit* figures = this->figures(row))
        text += tr(". Values %1: 95% of the picture within %2 step of the seal, %3 by this pass")
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
        const auto words = measure->words(*pass);
        if (!words) continue;
        text += tr("\n%1: %2").arg(from_view(measure->label), QString::fromStdString(words->now));
        if (!words->own.empty())
            text += tr(" (%1 by this pass)").arg(QString::fromStdString(words->own));
        if (measure->judged) text += tr(", %1").arg(word_of(words->verdict));
    }
    return text;
}

}  // namespace underpaint
