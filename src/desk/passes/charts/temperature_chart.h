// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/passes/charts/chart.h"

namespace underpaint {

/// Every part by the warmth and the step of its lights and shadows: an arrow from shadow to light,
/// in the colours they have; dotted, as it was before the chosen pass. The swing of the whole
/// stands above.
class TemperatureChart : public Chart {
    Q_OBJECT
public:
    TemperatureChart(Session& session, Measuring& measuring);
    QString caption() const override;
    QString text() const override;
    void draw(QPainter& painter, const QSizeF& size) const override;

protected:
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;

private:
    void point_at(PartId part);

    PartId pointed_ = 0;
};

}  // namespace underpaint
