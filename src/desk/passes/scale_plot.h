// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <optional>

#include "audit/scale_response.h"
#include "desk/work/latest_job.h"
#include "desk/work/session.h"

namespace underpaint {

/// Plots the effect of the chosen pass on each grey of the scale: drift in steps over steps 1-9.
/// Where that depends on the place it is measured beside the interface: the middle as a line, and
/// the band that eight pixels in ten lie in.
class ScalePlot : public QWidget {
    Q_OBJECT
public:
    explicit ScalePlot(const Session& session, QWidget* parent = nullptr);
    /// Whether the plot is of the pass as it is now.
    bool finished() const { return !job_.running(); }
    const std::vector<ScalePoint>& curve() const { return curve_; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    void refresh();

    const Session& session_;
    LatestJob job_;
    std::vector<ScalePoint> curve_;
};

}  // namespace underpaint
