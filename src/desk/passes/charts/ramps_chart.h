// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "audit/ramps.h"
#include "desk/passes/charts/chart.h"
#include "desk/work/latest_job.h"

class QPushButton;

namespace underpaint {

/// Hue, chroma and intensity of a part step by step, beside what sRGB holds; where its shadows go
/// grey is marked. Dotted, as it was before the chosen pass.
class RampsChart : public Chart {
    Q_OBJECT
public:
    RampsChart(Session& session, Measuring& measuring);
    QString caption() const override;
    QString text() const override;
    void draw(QPainter& painter, const QSizeF& size) const override;
    bool finished() const override { return !job_.running(); }
    QWidget* controls() override;
    void refresh() override;
    /// 0: the whole picture.
    void choose(PartId part);

private:
    void fill_menu();
    const GreyShadows* grey() const;

    PartId part_ = 0;
    bool picked_ = false;  // by hand
    QPushButton* button_;
    Ramp now_, before_;
    LatestJob job_;
};

}  // namespace underpaint
