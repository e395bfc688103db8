// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QElapsedTimer>
#include <QEvent>
#include <QObject>
#include <QPointF>
#include <QPointingDevice>
#include <vector>

class QWidget;

namespace underpaint {

/// A step of the simulated pen: its place and pressure, 0..1.
struct PenStep {
    QPointF at;  ///< in pixels of the widget
    double pressure = 1;
};

/// A pen for those who have none: its events are those of a tablet. While it watches a widget, the
/// left button of the mouse becomes its tip, pressed harder the slower it goes and gently where a
/// stroke begins. It can also be led along a way of its own.
class SimulatedPen : public QObject {
    Q_OBJECT
public:
    explicit SimulatedPen(QObject* parent = nullptr);

    /// Stands in for the mouse over the widget, or lets it be.
    void watch(QWidget& widget, bool on);
    /// One stroke: down at the first step, along the others, up at the last.
    void stroke(QWidget& widget, const std::vector<PenStep>& way);

    /// 0..1 for a speed in pixels of the screen a second, and the way gone since the tip came down.
    static double pressure_of(double speed, double way);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void send(QWidget& widget, QEvent::Type type, const PenStep& step);

    QPointingDevice device_;
    bool down_ = false;
    QPointF last_;
    double pressure_ = 0, way_ = 0;
    QElapsedTimer clock_;
};

}  // namespace underpaint
