// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTimer>
#include <QWidget>
#include <functional>
#include <vector>

#include "painting/painting.h"

class QLabel;
class QPushButton;

namespace underpaint {

class MainWindow;

/// A step of the walk: what is pointed at, what is said of it, and when it is done.
struct WalkStep {
    const char* bench;   ///< where it happens
    const char* target;  ///< object name of what is pointed at
    QString text;
    std::function<bool()> done;
};

/// The first five minutes: goes with somebody through the demo painting in the window itself, step
/// by step. It points at what is to be done and waits until it is; each step can be left out, and
/// the whole left at any time. Nothing lies over the painting, and everything works meanwhile.
class Walk : public QWidget {
    Q_OBJECT
public:
    explicit Walk(MainWindow& window);

    /// Begins at the first step; the demo painting is at the desk.
    void begin();
    void leave();
    bool going() const { return going_; }
    /// The step, from 0; the number of steps once all are done.
    std::size_t step() const { return at_; }
    const std::vector<WalkStep>& steps() const { return steps_; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    class Ring;
    std::vector<WalkStep> make_steps();
    void go_to(std::size_t step);
    /// Looks whether the step is done, and where what it points at is now.
    void look();
    QWidget* target() const;
    void place();

    MainWindow& window_;
    std::vector<WalkStep> steps_;
    std::size_t at_ = 0;
    bool going_ = false;
    Painting before_;  // when the step began
    QTimer timer_;
    Ring* ring_;
    QLabel *place_, *text_;
    QPushButton *next_, *leave_;
};

}  // namespace underpaint
