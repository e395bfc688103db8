// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QWidget>

#include "desk/palette/palette_meter.h"

namespace underpaint {

/// The picture as it would be once the colour plan is laid, and what would be measured of it, each
/// figure with its mark against the brief and the house rules.
class PlanPage : public QWidget {
    Q_OBJECT
public:
    PlanPage(const Session& session, const PaletteMeter& meter, QWidget* parent = nullptr);

    struct Row {
        QString label, figure;
        std::optional<Verdict> verdict;
    };
    const std::vector<Row>& rows() const { return rows_; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void refresh();

    const Session& session_;
    const PaletteMeter& meter_;
    QImage image_;
    std::vector<Row> rows_;
};

}  // namespace underpaint
