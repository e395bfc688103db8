// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/kit/simulated_pen.h"

namespace underpaint {

class BarSlider;
class Canvas;

/// Size, flow and hardness of the brush, and the pen for those who have none; there while the brush
/// is in the hand.
class BrushSettings : public QWidget {
    Q_OBJECT
public:
    explicit BrushSettings(Canvas& canvas, QWidget* parent = nullptr);

private:
    void refresh();

    Canvas& canvas_;
    SimulatedPen pen_;
    BarSlider *size_, *flow_, *hardness_;
};

}  // namespace underpaint
