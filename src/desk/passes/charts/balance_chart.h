// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/passes/charts/chart.h"

namespace underpaint {

/// Every measure over the passes, a small plot each, with its verdicts. A click winds to a pass.
class BalanceChart : public Chart {
    Q_OBJECT
public:
    BalanceChart(Session& session, Measuring& measuring);
    QString caption() const override;
    QString text() const override;
    void draw(QPainter& painter, const QSizeF& size) const override;

protected:
    void mouseMoveEvent(QMouseEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;

private:
    struct Spot {
        const MeasureRecord* measure;
        std::size_t moment;
    };
    /// The measure drawn at a place and the moment of it; nothing beside the plots.
    std::optional<Spot> spot_at(const QPointF& place) const;
};

}  // namespace underpaint
