// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/panes/ladder_face.h"
#include "desk/passes/pass_edits.h"
#include "desk/work/latest_job.h"
#include "raster/geometry.h"

class QPushButton;
class QLabel;

namespace underpaint {

class BandSlider;
class Canvas;

/// Edits the reach of the chosen pass beyond its parts: its value band, here and on the ladder; its
/// painted mask or outline, snapped to edges; inverting it; clipping it to the pass below. Shown on
/// the canvas as a veil over the rest.
class ReachPage : public QWidget {
    Q_OBJECT
public:
    ReachPage(const PassEdits& edits, Canvas& canvas, QWidget* parent = nullptr);

    void show_pass(const Pass& pass);
    /// Puts down the tool that it took up on the canvas.
    void leave();
    void add_to(LadderFace& face) const;
    void act_on_ladder(HandleAct act, std::size_t handle, double step);
    bool finished() const { return !job_.running() && !veil_job_.running(); }

private:
    QLayout* tools();
    QLayout* switches();
    void take_up_brush(bool takes_off);
    void take_up_outline();
    void outlined(const std::vector<Point>& points);
    void snap(int radius);
    void show_veil();
    void set_band(const ValueBand& band);
    void refresh_tools();

    const PassEdits& edits_;
    Canvas& canvas_;
    BandSlider* band_;
    QPushButton *paint_, *take_off_, *outline_, *everywhere_, *snap_;
    QPushButton *inverted_, *clipped_, *veil_;
    LatestJob job_, veil_job_;
};

}  // namespace underpaint
