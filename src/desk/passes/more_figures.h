// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/work/meters.h"
#include "desk/work/session.h"

namespace underpaint {

/// Figures beside the three columns of the ledger: a row for each measure that has something to
/// say, as sealed, before the pass that is wound to, and after it.
class MoreFigures : public QWidget {
    Q_OBJECT
public:
    MoreFigures(const Session& session, const Measuring& measuring, QWidget* parent = nullptr);
    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;
    bool event(QEvent* event) override;

private:
    struct Row {
        const MeasureRecord* measure;
        QString sealed, before, now;
        Verdict verdict;
    };
    std::vector<Row> rows() const;
    const PassAudit* state() const;
    void describe();

    const Session& session_;
    const Measuring& measuring_;
};

}  // namespace underpaint
