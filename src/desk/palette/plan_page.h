// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QWidget>

#include "desk/palette/palette_meter.h"
#include "desk/work/measuring.h"

namespace underpaint {

/// The picture as it would be once the colour plan is laid, and what would be measured of it, each
/// figure with its mark against the brief and the house rules, and beside it what is measured now.
class PlanPage : public QWidget {
    Q_OBJECT
public:
    /// \param passes what is measured of the painting as it is
    PlanPage(const Session& session, const PaletteMeter& meter, const Measuring& passes,
             QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    struct Row {
        QString label, planned, now;
        std::optional<Verdict> verdict;
    };
    void refresh();

    const Session& session_;
    const PaletteMeter& meter_;
    const Measuring& passes_;
    QImage image_;
    std::vector<Row> rows_;
};

}  // namespace underpaint
