// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/simulated_pen.h"

#include <QCoreApplication>
#include <QMouseEvent>
#include <QTabletEvent>
#include <QWidget>
#include <algorithm>
#include <cmath>

namespace underpaint {
namespace {

constexpr qint64 kSystemId = 0x0f41;  // a number that no real device has

}  // namespace

SimulatedPen::SimulatedPen(QObject* parent)
    : QObject(parent),
      device_(QStringLiteral("Simulated pen"), kSystemId, QInputDevice::DeviceType::Stylus,
              QPointingDevice::PointerType::Pen,
              QInputDevice::Capability::Position | QInputDevice::Capability::Pressure, 1, 1) {}

void SimulatedPen::watch(QWidget& widget, bool on) {
    widget.removeEventFilter(this);
    if (on) widget.installEventFilter(this);
    down_ = false;
}

void SimulatedPen::stroke(QWidget& widget, const std::vector<PenStep>& way) {
    if (way.empty()) return;
    send(widget, QEvent::TabletPress, way.front());
    for (std::size_t i = 1; i < way.size(); ++i) send(widget, QEvent::TabletMove, way[i]);
    send(widget, QEvent::TabletRelease, {way.back().at, 0});
}

double SimulatedPen::pressure_of(double speed, double way) {
    constexpr double fast = 2500, slow_in = 40;  // pixels a second; pixels
    const double by_speed = 1 - 0.75 * std::clamp(speed / fast, 0.0, 1.0);
    return by_speed * std::clamp(0.25 + 0.75 * way / slow_in, 0.0, 1.0);
}

bool SimulatedPen::eventFilter(QObject* watched, QEvent* event) {
    auto* widget = qobject_cast<QWidget*>(watched);
    auto* mouse = dynamic_cast<QMouseEvent*>(event);
    if (widget == nullptr || mouse == nullptr) return false;
    const QPointF at = mouse->position();
    const bool press =
        event->type() == QEvent::MouseButtonPress && mouse->button() == Qt::LeftButton;
    if (press) {
        down_ = true;
        last_ = at;
        way_ = 0;
        pressure_ = pressure_of(0, 0);
        clock_.start();
        send(*widget, QEvent::TabletPress, {at, pressure_});
        return true;
    }
    if (!down_) return false;
    if (event->type() == QEvent::MouseMove) {
        const double gone = std::hypot(at.x() - last_.x(), at.y() - last_.y());
        const double seconds = static_cast<double>(std::max<qint64>(1, clock_.restart())) / 1000;
        way_ += gone;
        last_ = at;
        // The pressure of a hand changes gradually from report to report.
        pressure_ += 0.3 * (pressure_of(gone / seconds, way_) - pressure_);
        send(*widget, QEvent::TabletMove, {at, pressure_});
        return true;
    }
    if (event->type() == QEvent::MouseButtonRelease && mouse->button() == Qt::LeftButton) {
        down_ = false;
        send(*widget, QEvent::TabletRelease, {at, 0});
        return true;
    }
    return false;
}

void SimulatedPen::send(QWidget& widget, QEvent::Type type, const PenStep& step) {
    const bool moves = type == QEvent::TabletMove, up = type == QEvent::TabletRelease;
    QTabletEvent event(type, &device_, step.at, widget.mapToGlobal(step.at), step.pressure, 0, 0, 0,
                       0, 0, Qt::NoModifier, moves ? Qt::NoButton : Qt::LeftButton,
                       up ? Qt::NoButton : Qt::LeftButton);
    QCoreApplication::sendEvent(&widget, &event);
}

}  // namespace underpaint
