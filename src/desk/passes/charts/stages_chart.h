// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>

#include "desk/passes/charts/chart.h"
#include "desk/work/latest_job.h"

class QPushButton;

namespace underpaint {

/// The picture after each pass, all at once, in colour or in its values. A click winds there.
class StagesChart : public Chart {
    Q_OBJECT
public:
    StagesChart(Session& session, Measuring& measuring);
    QString caption() const override;
    QString text() const override;
    void draw(QPainter& painter, const QSizeF& size) const override;
    bool finished() const override { return !job_.running(); }
    QWidget* controls() override;
    void refresh() override;

protected:
    void mousePressEvent(QMouseEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    QPushButton* grey_;
    std::vector<QImage> stages_;
    LatestJob job_;
};

}  // namespace underpaint
