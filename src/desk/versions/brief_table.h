// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/versions/versions_meter.h"

namespace underpaint {

/// Which versions meet each line of the brief, and what some of the others have instead.
class BriefTable : public QWidget {
    Q_OBJECT
public:
    explicit BriefTable(const VersionsMeter& meter, QWidget* parent = nullptr);

    struct Row {
        QString asked, met, missed;
    };
    std::vector<Row> rows() const;
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return sizeHint(); }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void refresh();
    const VersionsMeter& meter_;
};

}  // namespace underpaint
