// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

namespace underpaint {

/// Whether the canvas has yet to show what was last done. Figures that follow a hand are measured
/// after that: both want all cores, and the picture comes first.
class PictureDue : public QObject {
    Q_OBJECT
public:
    bool is() const { return due_; }
    void begin() { due_ = true; }
    void end();

signals:
    void ended();

private:
    bool due_ = false;
};

}  // namespace underpaint
